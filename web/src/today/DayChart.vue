<script setup lang="ts">
import { computed } from 'vue';
import type { Schemas } from '@/api/client';
import { clock } from '@/shared/format';

/** The day in half hours against the usual day of this weekday; drawn by hand, read as a table by screen readers. */
const props = defineProps<{ day: Schemas['Day'] }>();

const HEIGHT = 96;
const WIDTH = 560;
const busy = computed(() => props.day.slots.filter((s) => s.accepted + s.moving + s.waiting + s.stopped > 0));
/** Office hours, and more of the day where something was scanned then. */
const from = computed(() => Math.min(360, ...busy.value.map((s) => s.startMinute - (s.startMinute % 120))));
const to = computed(() => Math.max(1140, ...busy.value.map((s) => s.startMinute + 30)));
const shown = computed(() =>
  props.day.slots.filter((slot) => slot.startMinute >= from.value && slot.startMinute < to.value),
);
const width = computed(() => WIDTH / Math.max(1, shown.value.length));
const top = computed(() => {
  const most = Math.max(
    10,
    ...shown.value.map((s) => Math.max(s.usual, s.accepted + s.moving + s.waiting + s.stopped)),
  );
  return Math.ceil(most / 20) * 20;
});
const scale = (n: number) => (n / top.value) * HEIGHT;
const lines = computed(() => [1, 2, 3, 4].map((i) => (top.value / 4) * i));
const now = computed(() => {
  const [hour = 0, minute = 0] = clock(new Date()).split(':').map(Number);
  return ((hour * 60 + minute - from.value) / 30) * width.value;
});
const label = (minute: number) => `${String(Math.floor(minute / 60)).padStart(2, '0')}:00`;
</script>

<template>
  <div class="head">
    <h2 id="day">The day so far</h2>
    <p class="caption legend">
      <span><i class="scanned"></i>scanned</span> <span><i class="waits"></i>waits</span>
      <span><i class="stopped"></i>stopped</span>
      <span><i class="usual"></i>usual day</span>
    </p>
  </div>
  <svg
    viewBox="0 0 590 132"
    role="img"
    aria-label="Documents in each half hour of today, beside the usual day"
  >
    <g v-for="value in lines" :key="value">
      <path class="grid" :d="`M0 ${HEIGHT + 8 - scale(value)}H560`" />
      <text class="axis" x="588" :y="HEIGHT + 12 - scale(value)" text-anchor="end">
        {{ Math.round(value) }}
      </text>
    </g>
    <g v-for="(slot, i) in shown" :key="slot.startMinute">
      <rect
        class="usual"
        :x="i * width"
        :width="width"
        :y="HEIGHT + 8 - scale(slot.usual)"
        :height="scale(slot.usual)"
      />
      <rect
        class="scanned"
        :x="i * width + 4"
        :width="width - 8"
        :y="HEIGHT + 8 - scale(slot.accepted + slot.moving)"
        :height="scale(slot.accepted + slot.moving)"
      />
      <rect
        v-if="slot.waiting"
        class="waits"
        :x="i * width + 4.5"
        :width="width - 9"
        :y="HEIGHT + 8 - scale(slot.accepted + slot.moving + slot.waiting)"
        :height="scale(slot.waiting)"
      />
      <rect
        v-if="slot.stopped"
        class="stopped"
        :x="i * width + 4"
        :width="width - 8"
        :y="HEIGHT + 8 - scale(slot.accepted + slot.moving + slot.waiting + slot.stopped)"
        :height="scale(slot.stopped)"
      />
      <text v-if="slot.startMinute % 120 === 0" class="axis" :x="i * width" :y="HEIGHT + 26">
        {{ label(slot.startMinute) }}
      </text>
    </g>
    <path class="base" :d="`M0 ${HEIGHT + 8}H560`" />
    <g v-if="now > 0 && now < 560">
      <path class="now" :d="`M${now} 0V${HEIGHT + 12}`" />
      <text class="axis strong" :x="now + 5" y="9">{{ clock(new Date()) }}</text>
    </g>
  </svg>
</template>

<style scoped>
.head {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
  padding: 7px 0 8px;
}
.legend {
  display: flex;
  gap: 14px;
}
i {
  display: inline-block;
  width: 10px;
  height: 10px;
  margin-right: 5px;
}
svg {
  display: block;
  width: 100%;
}
.scanned {
  fill: var(--ink-7);
  background: var(--ink-7);
}
.waits {
  fill: var(--paper-0);
  stroke: var(--waiting);
  background: var(--paper-0);
  border: 1px solid var(--waiting);
}
.stopped {
  fill: var(--failed);
  background: var(--failed);
}
.usual {
  fill: var(--paper-2);
  background: var(--paper-2);
}
.grid {
  stroke: var(--rule);
  stroke-dasharray: 1 3;
}
.base,
.now {
  stroke: var(--ink-9);
}
.now {
  stroke-width: 2;
}
.axis {
  fill: var(--ink-5);
  font: 400 12px var(--text);
}
.strong {
  fill: var(--ink-9);
  font-weight: 650;
}
</style>
