<script setup lang="ts">
/** The head of a column by which a list can be ordered: up, down, and as it was. */
import { computed } from 'vue';
import type { LongList } from './longList';

const props = defineProps<{ list: LongList; column: string }>();
const direction = computed(() => props.list.direction(props.column));
</script>

<template>
  <th scope="col" :aria-sort="direction">
    <button type="button" @click="list.orderBy(column)">
      <slot />
      <svg v-if="direction !== 'none'" width="8" height="6" aria-hidden="true">
        <path :d="direction === 'ascending' ? 'M0 6 4 0 8 6Z' : 'M0 0 4 6 8 0Z'" />
      </svg>
    </button>
  </th>
</template>

<style scoped>
button {
  padding: 0;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  letter-spacing: inherit;
  text-transform: inherit;
  cursor: pointer;
}
button:hover {
  text-decoration: underline;
}
svg {
  margin-left: 4px;
}
path {
  fill: currentColor;
}
</style>
