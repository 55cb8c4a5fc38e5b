<script setup lang="ts">
import { computed } from 'vue';
import type { Schemas } from '@/api/client';
import { shareWords } from './reports';

/** A share, and the range in which the true one lies: wide where there were few. */
const props = defineProps<{ success?: Schemas['Proportion'] | null }>();
const WIDTH = 90;
const at = (share: number) => 3 + share * (WIDTH - 6);
const words = computed(() =>
  props.success ? `between ${shareWords(props.success.low)} and ${shareWords(props.success.high)}` : '',
);
</script>

<template>
  <span v-if="success" class="range" :title="words">
    <svg :width="WIDTH" height="14" aria-hidden="true">
      <path class="scale" :d="`M3 7H${WIDTH - 3}`" />
      <path class="span" :d="`M${at(success.low)} 7H${at(success.high)}`" />
      <circle :cx="at(success.share)" cy="7" r="3.5" />
    </svg>
    <span class="number">{{ shareWords(success.share) }}</span>
    <span class="hidden-text">{{ words }}</span>
  </span>
  <span v-else class="quiet">none ended</span>
</template>

<style scoped>
.range {
  display: inline-flex;
  gap: 8px;
  align-items: center;
  white-space: nowrap;
}
svg {
  flex: none;
}
.scale {
  stroke: var(--rule);
  stroke-width: 1;
}
.span {
  stroke: var(--ink-5);
  stroke-width: 3;
}
circle {
  fill: var(--ink-9);
}
</style>
