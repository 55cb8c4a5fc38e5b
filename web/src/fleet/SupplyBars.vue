<script setup lang="ts">
import { computed } from 'vue';
import type { Schemas } from '@/api/client';
import { daysLeft, levelWords, share } from './levels';

/** What pages are written with, each as a bar in its colour; others only where little is left of them. */
const props = defineProps<{ supplies: Schemas['SupplyRow'][] }>();

const LITTLE = 10;
const shown = computed(() =>
  props.supplies.filter((s) => s.marks || (s.level.kind === 'MEASURED' && s.level.percent <= LITTLE)),
);
const words = (s: Schemas['SupplyRow']) =>
  [`${s.name}: ${levelWords(s.level)}`, daysLeft(s)].filter(Boolean).join(', ');
const isLow = (s: Schemas['SupplyRow']) => s.level.kind === 'MEASURED' && s.level.percent <= LITTLE;
</script>

<template>
  <ul v-if="shown.length" class="supplies">
    <li v-for="s in shown" :key="s.name" :title="words(s)">
      <i
        :class="[s.colour || 'none', { low: isLow(s) }]"
        :style="{ width: Math.max(share(s.level), isLow(s) ? 6 : 0) + '%' }"
      ></i>
      <span class="hidden-text">{{ words(s) }}</span>
    </li>
  </ul>
</template>

<style scoped>
.supplies {
  display: grid;
  gap: 3px;
  width: 64px;
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  height: 5px;
  background: var(--paper-2);
}
i {
  display: block;
  height: 5px;
  background: var(--ink-7);
}
.cyan {
  background: var(--toner-cyan);
}
.magenta {
  background: var(--toner-magenta);
}
.yellow {
  background: var(--toner-yellow);
}
/* One bar alone is told by its width; of several the colour says which. */
.low:only-child {
  background: var(--care);
}
</style>
