<script setup lang="ts">
import { useInfiniteQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import { exact, when } from '@/shared/format';

type Change = Schemas['Change'];
const PAGE = 100;
const query = useInfiniteQuery({
  queryKey: ['changes'],
  queryFn: ({ pageParam }) =>
    ask(api.GET('/api/changes', { params: { query: { before: pageParam, limit: PAGE } } })),
  initialPageParam: 0,
  getNextPageParam: (last) => (last.length === PAGE ? last.at(-1)?.id : undefined),
});
const changes = computed(() => query.data.value?.pages.flat() ?? []);

const verb = (c: Change) => (c.before == null ? 'made' : c.after == null ? 'deleted' : 'changed');

/** What differs, as "field: before, now after". */
function differences(change: Change): string[] {
  if (change.before == null || change.after == null) return [];
  const before = JSON.parse(change.before) as unknown;
  const after = JSON.parse(change.after) as unknown;
  if (typeof before !== 'object' || typeof after !== 'object' || !before || !after) return [String(after)];
  const b = before as Record<string, unknown>;
  const a = after as Record<string, unknown>;
  return [...new Set([...Object.keys(b), ...Object.keys(a)])]
    .filter((key) => JSON.stringify(b[key]) !== JSON.stringify(a[key]) && key !== 'example')
    .map((key) => `${words(key)}: ${show(b[key])}, now ${show(a[key])}`);
}
const words = (key: string) =>
  /^\d+$/.test(key) ? 'place ' + key : key.replace(/([A-Z])/g, ' $1').toLowerCase();
const show = (value: unknown) =>
  value === undefined || value === null || value === ''
    ? 'nothing'
    : typeof value === 'object'
      ? JSON.stringify(value)
      : String(value);
</script>

<template>
  <h1>Change log</h1>
  <p class="quiet small">
    Every change of the set-up: who, what, before and after. Secrets are never written here.
  </p>
  <ErrorNote :error="query.error.value" />
  <table v-if="changes.length" class="table">
    <thead>
      <tr>
        <th scope="col">When</th>
        <th scope="col">Who</th>
        <th scope="col">What</th>
        <th scope="col">Difference</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="change in changes" :key="change.id">
        <td class="quiet at" :title="exact(change.at)">{{ when(change.at) }}</td>
        <td>{{ change.who }}</td>
        <td>
          {{ verb(change) }} {{ change.kind }} <strong>{{ change.subject }}</strong>
        </td>
        <td class="small">
          <p v-for="line in differences(change)" :key="line">{{ line }}</p>
        </td>
      </tr>
    </tbody>
  </table>
  <p v-else-if="!query.isLoading.value" class="quiet">Nothing has been changed yet.</p>
  <p v-if="query.hasNextPage.value">
    <button type="button" class="button" @click="query.fetchNextPage()">Show older</button>
  </p>
</template>

<style scoped>
.table {
  margin-top: 10px;
  border-top: 2px solid var(--ink-9);
}
.at {
  white-space: nowrap;
}
td p {
  overflow-wrap: anywhere;
}
</style>
