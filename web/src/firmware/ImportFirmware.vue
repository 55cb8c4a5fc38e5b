<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import { count } from '@/shared/format';
import ImportDialog, { type Compared } from '@/shared/ImportDialog.vue';
import { useForm } from '@/shared/problems';
import { useToast } from '@/shared/toast';

/** Allowed firmware from a table: first what would change, then all of it or nothing. */
const queries = useQueryClient();
const { say } = useToast();
const { general, busy, attempt } = useForm();
const file = ref('');
const seen = ref<Schemas['FirmwareComparison']>();
const changing = computed(
  () => seen.value?.lines.filter((line) => line.effect === 'ADD' || line.effect === 'CHANGE') ?? [],
);
const compared = computed<Compared | undefined>(
  () =>
    seen.value && {
      rows: changing.value.map((line) => ({
        verb: line.effect === 'ADD' ? 'add' : 'change',
        name: line.model,
        detail: line.wanted,
        note: line.also.length ? `also ${line.also.join(', ')}` : '',
      })),
      summary: `${count(changing.value.length, 'model')} will change.`,
      nothing: 'The file and the list here are the same.',
      changes: !!seen.value.token,
      each: 'Line',
      faults: seen.value.lines
        .filter((line) => line.problem)
        .map((line) => ({ number: line.line, sentence: line.problem })),
    },
);

async function choose(text: string) {
  file.value = text;
  seen.value = await attempt(() => ask(api.POST('/api/firmware/models/compare', { body: { file: text } })));
}
async function make() {
  const body = { file: file.value, token: seen.value?.token };
  const made = await attempt(() => ask(api.POST('/api/firmware/models/import', { body })));
  if (!made) return;
  say(`${count(changing.value.length, 'model')} changed.`);
  seen.value = undefined;
  await queries.invalidateQueries({ queryKey: ['firmware'] });
}
function close() {
  seen.value = undefined;
  general.value = undefined;
}
</script>

<template>
  <ImportDialog
    title="Import allowed firmware"
    label="Table of firmware to import"
    accept=".csv,.txt,text/csv"
    :compared="compared"
    :general="general"
    :busy="busy"
    @file="choose"
    @make="make"
    @close="close"
  >
    <template #format>
      A table of comma-separated values: <span class="mono">model, wanted</span>, and if needed
      <span class="mono">also</span> (separated by semicolons). Export gives one to begin with.
    </template>
  </ImportDialog>
</template>
