<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import type { Schemas } from '@/api/client';
import { difference } from './difference';
import { sentences } from './sentences';

/** Two profiles side by side, with what differs between them. */
const props = defineProps<{ profiles: readonly Schemas['ProfileView'][] }>();
const open = defineModel<boolean>({ required: true });
const ids = ref<[string, string]>(['', '']);
watch(open, () => {
  const [first, second] = props.profiles;
  ids.value = [first?.id ?? '', second?.id ?? ''];
});
const both = computed(() => ids.value.map((id) => props.profiles.find((one) => one.id === id)));
const PARTS = [
  { key: 'paper', title: 'Paper' },
  { key: 'look', title: 'Look' },
  { key: 'tidy', title: 'Tidy' },
  { key: 'files', title: 'Files' },
] as const;
const rows = computed(() => {
  const [a, b] = both.value;
  if (!a || !b) return [];
  const [one, other] = [sentences(a as never), sentences(b as never)];
  return PARTS.map(({ key, title }) => ({
    title,
    a: one[key],
    b: other[key],
    same: one[key] === other[key],
  }));
});
/** By the names that a file of the set-up has for them. */
const settings = computed(() => {
  const [a, b] = both.value;
  if (!a || !b) return [];
  const there = difference(a as never, b as never) as Record<string, unknown>;
  const here = difference(b as never, a as never) as Record<string, unknown>;
  return Object.keys(there)
    .sort()
    .map((path) => ({ path, a: say(here[path]), b: say(there[path]) }));
});
const say = (value: unknown) =>
  Array.isArray(value)
    ? value.join(', ')
    : value === '' || value === undefined
      ? 'none'
      : String(value).toLowerCase().replaceAll('_', ' ');
</script>

<template>
  <el-dialog v-model="open" title="Compare two profiles" width="820" append-to-body>
    <table class="table">
      <thead>
        <tr>
          <th scope="col" class="part"><span class="hidden-text">Part</span></th>
          <th v-for="i in 2" :key="i" scope="col">
            <el-select
              v-model="ids[i - 1]"
              filterable
              :aria-label="i === 1 ? 'First profile' : 'Second profile'"
            >
              <el-option v-for="one in profiles" :key="one.id" :value="one.id" :label="one.name" />
            </el-select>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.title" :class="{ same: row.same }">
          <th scope="row">{{ row.title }}</th>
          <td>{{ row.a }}</td>
          <td>{{ row.b }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="rows.length && !settings.length" class="quiet">Both have the same settings.</p>
    <table v-else-if="settings.length" class="table small">
      <thead>
        <tr>
          <th scope="col" class="part">{{ settings.length }} different</th>
          <th scope="col">{{ both[0]?.name }}</th>
          <th scope="col">{{ both[1]?.name }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in settings" :key="one.path">
          <td class="mono">{{ one.path }}</td>
          <td>{{ one.a }}</td>
          <td>{{ one.b }}</td>
        </tr>
      </tbody>
    </table>
  </el-dialog>
</template>

<style scoped>
.table {
  table-layout: fixed;
}
.part {
  width: 190px;
}
.same td {
  color: var(--ink-5);
}
th[scope='row'] {
  font-weight: 680;
  text-align: left;
}
</style>
