<script setup lang="ts">
import { computed } from 'vue';
import { count } from '@/shared/format';

/** Documents of the last days, today's last and darker. */
const props = defineProps<{ days: number[] }>();

const HEIGHT = 24;
const STEP = 10;
const top = computed(() => Math.max(1, ...props.days));
const words = computed(
  () =>
    `${count(props.days.at(-1) ?? 0, 'document')} today, before that ${props.days.slice(0, -1).reverse().join(', ')}`,
);
</script>

<template>
  <svg :width="days.length * STEP" :height="HEIGHT + 1" role="img" :aria-label="words">
    <title>{{ words }}</title>
    <rect
      v-for="(n, i) in days"
      :key="i"
      :class="{ today: i === days.length - 1 }"
      :x="i * STEP"
      :width="STEP - 3"
      :y="HEIGHT - (n / top) * HEIGHT"
      :height="(n / top) * HEIGHT"
    />
    <path :d="`M0 ${HEIGHT + 0.5}H${days.length * STEP - 3}`" />
  </svg>
</template>

<style scoped>
rect {
  fill: var(--rule-2);
}
.today {
  fill: var(--ink-9);
}
path {
  stroke: var(--rule);
}
</style>
