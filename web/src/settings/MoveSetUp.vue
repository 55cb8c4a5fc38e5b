<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import { useSession } from '@/app/session';
import ErrorNote from '@/shared/ErrorNote.vue';
import { count } from '@/shared/format';
import { useForm } from '@/shared/problems';
import TickBox from '@/shared/TickBox.vue';
import { useUndo } from '@/shared/undo';
import ExportPart from './ExportPart.vue';

/** The whole set-up as a file: to keep, to compare, to move to another Courier. */
type Change = Schemas['ItemChange'];
const MOST = 200;
const queries = useQueryClient();
const { may } = useSession();
const { sayWithUndo } = useUndo();
const { general, busy, attempt } = useForm();
const chooser = ref<HTMLInputElement>();
const file = ref('');
const removes = ref(false);
/** What is called the same is usually meant to be the same, whatever Courier it was made in. */
const matchNames = ref(true);
/** For the passwords in the file. */
const passphrase = ref('');
/** Changes that shall not be made, by kind and id. */
const leftOut = ref<string[]>([]);
const exporting = ref(false);
const compared = ref<Schemas['Comparison']>();
const open = computed({
  get: () => compared.value !== undefined,
  set: (wanted) => {
    if (!wanted) compared.value = undefined;
  },
});
const VERBS = { ADDED: 'add', CHANGED: 'change', DELETED: 'delete' } as const;

async function choose(event: Event) {
  const input = event.target as HTMLInputElement;
  const chosen = input.files?.[0];
  if (!chosen) return;
  file.value = await chosen.text();
  input.value = '';
  removes.value = false;
  matchNames.value = true;
  passphrase.value = '';
  leftOut.value = [];
  await compare();
}
const incoming = () => ({
  file: file.value,
  removes: removes.value,
  matchNames: matchNames.value,
  passphrase: passphrase.value,
  leftOut: leftOut.value,
});
/** All that the file would change; what is left out stays in the list. */
const shown = ref<Change[]>([]);
const keyOf = (change: Change) => `${change.kind} ${change.id}`;
async function compare() {
  const seen = await attempt(() => ask(api.POST('/api/office/compare', { body: incoming() })));
  if (!seen) return;
  compared.value = seen;
  if (!leftOut.value.length) shown.value = seen.changes;
}
async function take(change: Change, wanted: boolean) {
  const before = leftOut.value;
  const others = before.filter((key) => key !== keyOf(change));
  leftOut.value = wanted ? others : [...others, keyOf(change)];
  await compare();
  // What another one needs cannot be left out; the error says which.
  if (general.value) leftOut.value = before;
}
async function setRemoves(wanted: boolean) {
  removes.value = wanted;
  leftOut.value = [];
  await compare();
}
async function setMatchNames(wanted: boolean) {
  matchNames.value = wanted;
  leftOut.value = [];
  await compare();
}
async function make() {
  const body = { file: incoming(), token: compared.value?.token ?? '' };
  const made = await attempt(() => ask(api.POST('/api/office/import', { body })));
  if (!made) return;
  compared.value = undefined;
  await queries.invalidateQueries();
  void sayWithUndo(`${count(made.changes.length, 'change')} imported.`, made.changes[0]?.id ?? '');
}
</script>

<template>
  <section aria-labelledby="move">
    <h2 id="move">The set-up as a file</h2>
    <p class="quiet small">
      Everything but people and what was scanned: to keep, to compare, or to take to another Courier.
      <span class="mono">bin/setup</span> does the same from the command line.
    </p>
    <div class="actions">
      <a class="button" href="/api/office/export?format=YAML" download>Export as YAML</a>
      <a class="button" href="/api/office/export?format=JSON" download>Export as JSON</a>
      <button type="button" class="button" @click="exporting = true">Export with options</button>
      <button
        v-if="may('CHANGE_SETUP')"
        type="button"
        class="button"
        :disabled="busy"
        @click="chooser?.click()"
      >
        Import
      </button>
      <input
        ref="chooser"
        type="file"
        accept=".yaml,.yml,.json"
        hidden
        aria-label="Set-up to import"
        @change="choose"
      />
    </div>
    <ErrorNote v-if="!open" :error="general" />
    <ExportPart v-model="exporting" />
    <el-dialog v-model="open" title="Import the set-up" width="680" append-to-body>
      <template v-if="compared">
        <p v-if="!shown.length && !compared.secrets.length">The file and the set-up are the same.</p>
        <template v-else>
          <p>
            {{ count(compared.changes.length, 'change') }}, all made together. Nothing is changed yet.
            <template v-if="compared.secrets.length">
              Passwords come for {{ compared.secrets.join(', ') }}.
            </template>
          </p>
          <div class="changes">
            <table class="table small">
              <tbody>
                <tr v-for="change in shown.slice(0, MOST)" :key="keyOf(change)">
                  <td>
                    <input
                      type="checkbox"
                      :checked="!leftOut.includes(keyOf(change))"
                      :disabled="busy"
                      :aria-label="`Take ${change.kind} ${change.name}`"
                      @change="take(change, ($event.target as HTMLInputElement).checked)"
                    />
                  </td>
                  <td>{{ VERBS[change.verb] }}</td>
                  <td>
                    {{ change.kind }} <strong>{{ change.name }}</strong>
                  </td>
                  <td>
                    <p v-for="one in change.differences" :key="one.name">
                      {{ one.name }}: {{ one.before || 'nothing' }} → {{ one.after || 'nothing' }}
                    </p>
                  </td>
                </tr>
              </tbody>
            </table>
            <p v-if="shown.length > MOST" class="quiet small">
              and {{ count(shown.length - MOST, 'more change') }}
            </p>
          </div>
        </template>
        <p v-if="compared.withoutSecrets.length" class="small">
          <strong>Passwords do not come with these.</strong> Enter them afterwards for
          {{ compared.withoutSecrets.join(', ') }}.
        </p>
        <form v-if="compared.locked || passphrase" class="unlock" @submit.prevent="compare">
          <label for="passphrase">The file has passwords. Passphrase</label>
          <el-input id="passphrase" v-model="passphrase" type="password" autocomplete="off" maxlength="500" />
          <button type="submit" class="button" :disabled="busy || !passphrase">Open</button>
        </form>
        <TickBox
          v-if="compared.sameNames.length"
          :model-value="matchNames"
          :words="`Take what is called the same to be the same (${compared.sameNames.length})`"
          :title="compared.sameNames.join(', ')"
          @update:model-value="setMatchNames"
        />
        <TickBox
          :model-value="removes"
          words="Delete what is not in the file"
          @update:model-value="setRemoves"
        />
      </template>
      <ErrorNote :error="general" />
      <template #footer>
        <div class="actions end">
          <button type="button" class="button" @click="open = false">Cancel</button>
          <button
            type="button"
            class="button ink"
            :disabled="busy || !(compared?.changes.length || compared?.secrets.length)"
            @click="make"
          >
            Import
          </button>
        </div>
      </template>
    </el-dialog>
  </section>
</template>

<style scoped>
section {
  max-width: 520px;
}
.changes {
  max-height: 46vh;
  margin: 10px 0;
  overflow: auto;
}
td p {
  margin: 0;
  overflow-wrap: anywhere;
}
.unlock {
  display: grid;
  grid-template-columns: auto 1fr auto;
  gap: 8px;
  align-items: center;
  padding: 8px 0;
}
td input {
  accent-color: var(--stamp);
}
.end {
  justify-content: flex-end;
}
</style>
