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

/** The whole set-up as a file: to keep, to compare, to move to another Courier. */
const MOST = 200;
const queries = useQueryClient();
const { may } = useSession();
const { sayWithUndo } = useUndo();
const { general, busy, attempt } = useForm();
const chooser = ref<HTMLInputElement>();
const file = ref('');
const removes = ref(false);
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
  await compare();
}
async function compare() {
  const body = { file: file.value, removes: removes.value };
  compared.value = await attempt(() => ask(api.POST('/api/office/compare', { body })));
}
async function setRemoves(wanted: boolean) {
  removes.value = wanted;
  await compare();
}
async function make() {
  const body = { file: file.value, removes: removes.value, token: compared.value?.token ?? '' };
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
      Everything but people, passwords and what was scanned: to keep, to compare, or to take to another
      Courier.
    </p>
    <div class="actions">
      <a class="button" href="/api/office/export?format=YAML" download>Export as YAML</a>
      <a class="button" href="/api/office/export?format=JSON" download>Export as JSON</a>
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
    <el-dialog v-model="open" title="Import the set-up" width="680" append-to-body>
      <template v-if="compared">
        <p v-if="!compared.changes.length">The file and the set-up are the same.</p>
        <template v-else>
          <p>{{ count(compared.changes.length, 'change') }}, all made together. Nothing is changed yet.</p>
          <div class="changes">
            <table class="table small">
              <tbody>
                <tr v-for="change in compared.changes.slice(0, MOST)" :key="change.kind + change.id">
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
            <p v-if="compared.changes.length > MOST" class="quiet small">
              and {{ count(compared.changes.length - MOST, 'more change') }}
            </p>
          </div>
        </template>
        <p v-if="compared.withoutSecrets.length" class="small">
          <strong>Passwords are not in the file.</strong> Enter them afterwards for
          {{ compared.withoutSecrets.join(', ') }}.
        </p>
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
            :disabled="busy || !compared?.changes.length"
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
.end {
  justify-content: flex-end;
}
</style>
