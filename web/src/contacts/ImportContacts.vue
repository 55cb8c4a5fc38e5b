<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query';
import { computed, ref, watch } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import { count } from '@/shared/format';
import ImportDialog, { type Compared } from '@/shared/ImportDialog.vue';
import PlaceField from '@/shared/PlaceField.vue';
import { useForm } from '@/shared/problems';
import { useToast } from '@/shared/toast';

/** Contacts and groups from a table or from cards. */
const queries = useQueryClient();
const { say } = useToast();
const { general, busy, attempt } = useForm();
const file = ref('');
const place = ref('');
const seen = ref<Schemas['ContactComparison']>();

function summaryOf(s: Schemas['ContactComparison']) {
  const parts = [`${count(s.rows.length, 'contact')} will change, ${s.same} stay the same.`];
  if (s.newGroups.length) parts.push(`${count(s.newGroups.length, 'new group')}: ${s.newGroups.join(', ')}.`);
  if (s.joining) parts.push(`${count(s.joining, 'new member')} in groups.`);
  if (s.withoutMail)
    parts.push(`${count(s.withoutMail, s.cards ? 'card' : 'line')} without a mail address left out.`);
  return parts.join(' ');
}
const compared = computed<Compared | undefined>(
  () =>
    seen.value && {
      rows: seen.value.rows.map((row) => ({
        verb: row.becomes === 'NEW' ? 'add' : 'change',
        name: row.name,
        detail: row.email,
        note: row.changed.join(', '),
      })),
      summary: summaryOf(seen.value),
      nothing: seen.value.withoutMail
        ? `Nothing would change. ${count(seen.value.withoutMail, seen.value.cards ? 'card' : 'line')} without a mail address left out.`
        : 'The file and the address book are the same.',
      changes: seen.value.rows.length + seen.value.newGroups.length + seen.value.joining > 0,
      each: seen.value.cards ? 'Card' : 'Line',
      faults: seen.value.faults,
    },
);
const incoming = () => ({ file: file.value, place: place.value });
async function choose(text: string) {
  file.value = text;
  place.value = '';
  await compare();
}
async function compare() {
  const found = await attempt(() => ask(api.POST('/api/contacts/import/compare', { body: incoming() })));
  if (found) seen.value = found;
}
watch(place, () => seen.value && compare());
async function make() {
  const body = { file: incoming(), token: seen.value?.token ?? '' };
  const made = await attempt(() => ask(api.POST('/api/contacts/import', { body })));
  if (!made) return;
  seen.value = undefined;
  await Promise.all(
    ['contacts', 'contact-groups'].map((key) => queries.invalidateQueries({ queryKey: [key] })),
  );
  say(
    `${count(made.added, 'contact')} added, ${made.changed} changed, ${count(made.groups, 'group')} created.`,
  );
}
function close() {
  seen.value = undefined;
  general.value = undefined;
}
</script>

<template>
  <ImportDialog
    title="Import contacts"
    label="File of contacts to import"
    accept=".csv,.txt,.vcf,.vcard,text/csv,text/vcard"
    :compared="compared"
    :general="general"
    :busy="busy"
    @file="choose"
    @make="make"
    @close="close"
  >
    <template #format>
      A file of vCards, or a table of comma-separated values: <span class="mono">name, email</span>, and if
      wanted <span class="mono">company</span>, <span class="mono">place</span> and
      <span class="mono">groups</span> (separated by semicolons). Export gives either to begin with.
    </template>
    <template #options>
      <PlaceField v-model="place" label="Seen at, unless the file says otherwise" everywhere="All devices" />
    </template>
  </ImportDialog>
</template>
