<script setup lang="ts">
import { computed } from 'vue';

/** Which kinds of paper go to which destination; where nothing is ticked, all of them. */
defineProps<{ destinations: { id: string; name: string }[] }>();
const model = defineModel<Record<string, string[]> | null>();
const kinds = computed({ get: () => model.value ?? {}, set: (now) => (model.value = now) });

const KINDS = [
  { value: 'DOCUMENT', words: 'documents' },
  { value: 'RECEIPT', words: 'receipts' },
  { value: 'CARD', words: 'cards' },
  { value: 'PHOTO', words: 'photos' },
  { value: 'REST', words: 'the rest' },
];
const has = (id: string, kind: string) => kinds.value[id]?.includes(kind) ?? false;
function toggle(id: string, kind: string) {
  const now = kinds.value[id] ?? [];
  const next = now.includes(kind) ? now.filter((k) => k !== kind) : [...now, kind];
  const all = { ...kinds.value, [id]: next };
  if (next.length === 0) delete all[id];
  kinds.value = all;
}
</script>

<template>
  <details :open="Object.keys(kinds).length > 0">
    <summary>Sort by kind of paper</summary>
    <table class="table">
      <thead>
        <tr>
          <th scope="col">Goes to</th>
          <th v-for="kind in KINDS" :key="kind.value" scope="col">{{ kind.words }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="d in destinations" :key="d.id">
          <th scope="row">{{ d.name }}</th>
          <td v-for="kind in KINDS" :key="kind.value">
            <input
              type="checkbox"
              :checked="has(d.id, kind.value)"
              :aria-label="`${kind.words} to ${d.name}`"
              @change="toggle(d.id, kind.value)"
            />
          </td>
        </tr>
      </tbody>
    </table>
    <p class="caption">A destination with nothing ticked gets everything.</p>
  </details>
</template>

<style scoped>
details {
  margin-top: 8px;
}
summary {
  cursor: pointer;
}
th[scope='row'] {
  font-weight: 400;
  white-space: normal;
}
th:not(:first-child),
td {
  padding-right: 4px;
  text-align: center;
}
input {
  width: 16px;
  height: 16px;
  accent-color: var(--stamp);
}
</style>
