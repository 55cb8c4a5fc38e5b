<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import { count } from '@/shared/format';
import ImportDialog, { type Compared } from '@/shared/ImportDialog.vue';
import { useForm } from '@/shared/problems';
import TickBox from '@/shared/TickBox.vue';
import { useToast } from '@/shared/toast';

/** People from a table: first what would change, then all of it or nothing. */
const emit = defineEmits<{ added: [ids: string[]] }>();
const queries = useQueryClient();
const { say } = useToast();
const { general, busy, attempt } = useForm();
const file = ref('');
const disableOthers = ref(false);
const seen = ref<Schemas['PeopleComparison']>();
const VERBS = { NEW: 'add', CHANGED: 'change', DISABLED: 'disable' } as const;
const compared = computed<Compared | undefined>(
  () =>
    seen.value && {
      rows: seen.value.rows.map((row) => ({
        verb: VERBS[row.becomes],
        name: row.name,
        detail: row.login,
        note: row.becomes === 'CHANGED' ? row.changed.join(', ') : '',
      })),
      summary: `${count(seen.value.rows.length, 'person', 'people')} will change, ${seen.value.same} stay the same.`,
      nothing: 'The file and the people here are the same.',
      changes: seen.value.rows.length > 0,
      each: 'Line',
      faults: seen.value.faults.map(({ line, sentence }) => ({ number: line, sentence })),
    },
);

async function choose(text: string) {
  file.value = text;
  disableOthers.value = false;
  await compare();
}
const incoming = () => ({ file: file.value, disableOthers: disableOthers.value });
async function compare() {
  const found = await attempt(() => ask(api.POST('/api/people/import/compare', { body: incoming() })));
  if (found) seen.value = found;
}
async function setDisable(wanted: boolean) {
  disableOthers.value = wanted;
  await compare();
}
async function make() {
  const body = { file: incoming(), token: seen.value?.token ?? '' };
  const made = await attempt(() => ask(api.POST('/api/people/import', { body })));
  if (!made) return;
  seen.value = undefined;
  await queries.invalidateQueries({ queryKey: ['people'] });
  say(
    `${count(made.added.length, 'person', 'people')} added, ${count(made.changed, 'person', 'people')} changed.`,
  );
  emit('added', made.added);
}
function close() {
  seen.value = undefined;
  general.value = undefined;
}
</script>

<template>
  <ImportDialog
    title="Import people"
    label="Table of people to import"
    accept=".csv,.txt,text/csv"
    :compared="compared"
    :general="general"
    :busy="busy"
    @file="choose"
    @make="make"
    @close="close"
  >
    <template #format>
      A table of comma-separated values: <span class="mono">name, login, email</span>, and if wanted
      <span class="mono">groups</span> (separated by semicolons), <span class="mono">language</span> and
      <span class="mono">disabled</span>. Export gives one to begin with.
    </template>
    <template #options>
      <TickBox
        :model-value="disableOthers"
        words="Disable everybody who is not in the file"
        note="They can no longer sign in; their deliveries and settings stay."
        @update:model-value="setDisable"
      />
    </template>
  </ImportDialog>
</template>
