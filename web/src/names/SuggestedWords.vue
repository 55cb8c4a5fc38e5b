<script setup lang="ts">
import type { Schemas } from '@/api/client';

/** What can stand at the cursor, as the list of a combobox (WAI-ARIA Authoring Practices). */
defineProps<{ id: string; words: Schemas['Word'][]; chosen: number }>();
const emit = defineEmits<{ take: [index: number] }>();
</script>

<template>
  <ul :id="id" role="listbox" aria-label="Fields and options">
    <li
      v-for="(word, i) in words"
      :id="`${id}-${i}`"
      :key="word.written"
      role="option"
      :aria-selected="i === chosen"
      @mousedown.prevent="emit('take', i)"
    >
      <span class="mono">{{ word.written }}</span> <span class="small">{{ word.words }}</span>
    </li>
  </ul>
</template>

<style scoped>
ul {
  position: absolute;
  z-index: 5;
  max-height: 260px;
  margin: 0;
  padding: 4px 0;
  overflow-y: auto;
  border: 1.5px solid var(--ink-9);
  background: var(--paper-0);
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: minmax(130px, 36%) 1fr;
  gap: 12px;
  align-items: baseline;
  padding: 3px 12px;
  cursor: pointer;
}
li[aria-selected='true'] {
  background: var(--paper-2);
  box-shadow: inset 4px 0 0 var(--stamp);
}
</style>
