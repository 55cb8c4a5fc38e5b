<script setup lang="ts">
import { ref } from 'vue';
import type { Schemas } from '@/api/client';

/** Choices as keys beside each other. */
defineProps<{ label: string; options: Schemas['Option'][]; isChosen: (value: string) => boolean }>();
const emit = defineEmits<{ press: [option: Schemas['Option']] }>();
const list = ref<HTMLElement>();
defineExpose({ focus: () => list.value?.querySelector('button')?.focus() });
</script>

<template>
  <ul ref="list" class="list" tabindex="0" :aria-label="label">
    <li v-for="one in options" :key="one.value">
      <button type="button" class="key" :aria-pressed="isChosen(one.value)" @click="emit('press', one)">
        {{ one.words }}
      </button>
    </li>
  </ul>
</template>

<style scoped>
.list {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 10px;
}
.list .key {
  justify-content: flex-start;
  width: 100%;
  min-height: 60px;
  text-align: left;
  overflow-wrap: anywhere;
}
.list [aria-pressed='true'] {
  background: var(--ink-9);
  color: var(--paper-0);
}
</style>
