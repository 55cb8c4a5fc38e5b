<script setup lang="ts">
import type { Schemas } from '@/api/client';
import { levelWords, share } from './levels';

/** Paper in the trays, each as a small box. */
defineProps<{ trays: Schemas['Tray'][] }>();
</script>

<template>
  <ul v-if="trays.length" class="trays">
    <li
      v-for="tray in trays"
      :key="tray.name"
      :class="{ empty: tray.level.kind === 'MEASURED' && tray.level.percent === 0 }"
      :title="`${tray.name}: ${levelWords(tray.level)}`"
    >
      <i :style="{ height: share(tray.level) + '%' }"></i>
      <span v-if="tray.level.kind !== 'MEASURED'" class="dot" aria-hidden="true">?</span>
      <span class="hidden-text">{{ tray.name }}: {{ levelWords(tray.level) }}</span>
    </li>
  </ul>
</template>

<style scoped>
.trays {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  position: relative;
  display: flex;
  align-items: end;
  width: 14px;
  height: 20px;
  padding: 1px;
  border: 1px solid var(--rule-2);
}
i {
  width: 100%;
  background: var(--ink-7);
}
.empty {
  border-color: var(--care);
  background: linear-gradient(to bottom right, transparent 46%, var(--care) 46% 54%, transparent 54%);
}
.dot {
  position: absolute;
  inset: 0;
  color: var(--ink-5);
  font-size: 12px;
  line-height: 18px;
  text-align: center;
}
</style>
