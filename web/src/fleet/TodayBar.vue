<script setup lang="ts">
import { computed } from 'vue';
import { figure } from '@/shared/format';

/** Documents of today as a bar, and the usual day as a rule across it; `most` is the end of the scale. */
const props = defineProps<{ today: number; usual: number; most: number }>();
const at = (n: number) => (100 * Math.min(n, props.most)) / Math.max(1, props.most) + '%';
const words = computed(() => `${figure(props.today)} today, usually ${figure(Math.round(props.usual))}`);
</script>

<template>
  <div class="today" :title="words">
    <span class="hidden-text">{{ words }}</span>
    <strong aria-hidden="true">{{ figure(today) }}</strong>
    <span class="scale" aria-hidden="true">
      <i class="bar" :style="{ width: at(today) }"></i>
      <i v-if="usual > 0" class="usual" :style="{ left: at(usual) }"></i>
    </span>
  </div>
</template>

<style scoped>
.today {
  display: flex;
  gap: 8px;
  align-items: center;
}
strong {
  width: 34px;
  font-weight: 650;
  text-align: right;
}
.scale {
  position: relative;
  flex: 1;
  height: 20px;
}
.bar {
  position: absolute;
  top: 6px;
  left: 0;
  height: 9px;
  background: var(--ink-7);
}
.usual {
  position: absolute;
  top: 0;
  width: 2px;
  height: 20px;
  background: var(--ink-9);
}
</style>
