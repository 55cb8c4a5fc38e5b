<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { useSession } from '@/app/session';
import { api, ask, type Schemas } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import { ago, count } from '@/shared/format';
import { useForm } from '@/shared/problems';
import { useToast } from '@/shared/toast';

/** What a directory would change of the people: looked at first, then made; and what became of it the last times. */
const props = defineProps<{ id: string; disabled: boolean }>();
const MOST = 200;
const { may } = useSession();
const { say } = useToast();
const queries = useQueryClient();
const { general, busy, attempt } = useForm();
const open = ref(false);
const compared = ref<Schemas['DirectoryComparison']>();
const runs = useQuery({
  queryKey: computed(() => ['directories', 'runs', props.id]),
  queryFn: () => ask(api.GET('/api/directories/{id}/runs', { params: { path: { id: props.id } } })),
  enabled: open,
});
const path = computed(() => ({ path: { id: props.id } }));

type Row = Schemas['ComparedPerson'];
const VERBS: Record<Row['becomes'], string> = {
  NEW: 'add',
  CHANGED: 'change',
  LINKED: 'link',
  BACK: 'enable again',
  DISABLED: 'disable',
};
const FIELDS: Record<string, string> = {
  name: 'name',
  login: 'short name',
  email: 'mail address',
  groups: 'groups',
};
function noteOf(row: Row) {
  const changes = row.changed.map((field) => FIELDS[field] ?? field).join(', ');
  if (row.becomes === 'LINKED') return changes ? `here already; ${changes} change` : 'here already';
  return row.becomes === 'DISABLED' ? 'no longer in the directory' : changes || row.groups.join(', ');
}
const summary = computed(() => {
  const rows = compared.value?.rows ?? [];
  const counted = (Object.keys(VERBS) as Row['becomes'][])
    .map((becomes) => ({ becomes, n: rows.filter((row) => row.becomes === becomes).length }))
    .filter((one) => one.n)
    .map((one) => `${one.n} to ${VERBS[one.becomes]}`);
  return counted.join(', ');
});

async function compare() {
  compared.value = undefined;
  open.value = true;
  compared.value = await attempt(() =>
    ask(api.POST('/api/directories/{id}/comparison', { params: path.value })),
  );
}
async function make() {
  const token = compared.value?.token;
  if (!token) return;
  const run = await attempt(() =>
    ask(api.POST('/api/directories/{id}/people', { params: path.value, body: { token } })),
  );
  if (!run) return;
  open.value = false;
  say(`${count(run.changed, 'person', 'people')} changed by the directory.`);
  void queries.invalidateQueries();
}
</script>

<template>
  <button v-if="may('CHANGE_SETUP')" type="button" class="button" :disabled="disabled" @click="compare">
    Compare people
  </button>
  <el-dialog v-model="open" title="Changes from the directory" width="760" append-to-body>
    <p v-if="busy && !compared" class="quiet">Reading the directory ...</p>
    <ErrorNote :error="general" />
    <template v-if="compared">
      <p v-if="compared.caution" class="caution">{{ compared.caution }} Apply it only if that is right.</p>
      <p v-if="compared.rows.length">{{ summary }}; {{ compared.same }} unchanged. Nothing is changed yet.</p>
      <p v-else>No changes: {{ count(compared.same, 'person matches', 'people match') }} the directory.</p>
      <div v-if="compared.rows.length" class="lines" tabindex="0" role="group" aria-label="Changes">
        <table class="table small">
          <tbody>
            <tr v-for="(row, i) in compared.rows.slice(0, MOST)" :key="i">
              <td>{{ VERBS[row.becomes] }}</td>
              <td>
                <strong>{{ row.name }}</strong>
              </td>
              <td class="mono">{{ row.email }}</td>
              <td>{{ noteOf(row) }}</td>
            </tr>
          </tbody>
        </table>
        <p v-if="compared.rows.length > MOST" class="quiet small">
          and {{ compared.rows.length - MOST }} more
        </p>
      </div>
      <details v-if="compared.leftOut.length">
        <summary>{{ count(compared.leftOut.length, 'entry', 'entries') }} left out</summary>
        <div class="lines">
          <p v-for="(one, i) in compared.leftOut.slice(0, MOST)" :key="i" class="small">
            {{ one.name }}<span v-if="one.login" class="mono"> {{ one.login }}</span
            >: {{ one.sentence }}
          </p>
        </div>
      </details>
    </template>
    <details v-if="runs.data.value?.length">
      <summary>Previous runs</summary>
      <div class="lines">
        <p v-for="(run, i) in runs.data.value" :key="i" class="small">
          {{ ago(run.at) }}, {{ run.byItself ? 'scheduled' : 'manual' }}:
          {{ run.trouble || `${run.changed} changed, ${run.same} unchanged, ${run.leftOut} left out` }}
        </p>
      </div>
    </details>
    <template #footer>
      <div class="actions end">
        <button type="button" class="button" @click="open = false">Cancel</button>
        <button type="button" class="button ink" :disabled="busy || !compared?.rows.length" @click="make">
          {{ busy && compared ? 'Applying ...' : 'Apply changes' }}
        </button>
      </div>
    </template>
  </el-dialog>
</template>

<style scoped>
.lines {
  max-height: 40vh;
  margin: 10px 0;
  overflow: auto;
}
.lines p {
  margin: 0;
}
.caution {
  color: var(--care);
}
.end {
  justify-content: flex-end;
}
</style>
