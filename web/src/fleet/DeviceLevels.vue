<script setup lang="ts">
import type { Schemas } from '@/api/client';
import { daysLeft, levelWords, share } from './levels';

/** What a device holds: each as a bar with its level in words, and when it will be out. */
defineProps<{ device: Schemas['FleetDevice'] }>();

const COLOURS = { cyan: 'cyan', magenta: 'magenta', yellow: 'yellow' } as Record<string, string>;
const colour = (name: string) => (COLOURS[name] ? `var(--toner-${COLOURS[name]})` : 'var(--ink-7)');
const isEmpty = (level: Schemas['Level']) => level.kind === 'MEASURED' && level.percent === 0;
</script>

<template>
  <table class="levels">
    <caption class="hidden-text">
      Paper and supplies
    </caption>
    <tbody>
      <tr v-for="tray in device.trays" :key="'tray ' + tray.name">
        <th scope="row">{{ tray.name }}</th>
        <td class="scale">
          <i><b :style="{ width: share(tray.level) + '%' }"></b></i>
        </td>
        <td :class="{ out: isEmpty(tray.level) }">{{ levelWords(tray.level) }}</td>
      </tr>
      <tr v-for="supply in device.supplies" :key="'supply ' + supply.name">
        <th scope="row">{{ supply.name }}</th>
        <td class="scale">
          <i><b :style="{ width: share(supply.level) + '%', background: colour(supply.colour) }"></b></i>
        </td>
        <td :class="{ out: isEmpty(supply.level) }">
          {{ levelWords(supply.level) }} <span class="caption">{{ daysLeft(supply) }}</span>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.levels {
  width: 100%;
  margin-top: 4px;
  border-collapse: collapse;
  font-size: 13px;
}
tr {
  border-top: 1px solid var(--rule);
}
tr:first-child {
  border-top: 0;
}
th {
  padding: 4px 8px 4px 0;
  font-weight: 400;
  text-align: left;
}
td {
  padding: 4px 0;
}
.scale {
  width: 32%;
  padding-right: 10px;
}
i {
  display: block;
  height: 10px;
  border: 1px solid var(--rule-2);
}
b {
  display: block;
  height: 100%;
  background: var(--ink-7);
}
.out {
  color: var(--care);
  font-weight: 650;
}
</style>
