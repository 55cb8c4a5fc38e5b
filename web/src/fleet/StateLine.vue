<script setup lang="ts">
import { computed } from 'vue';
import type { Schemas } from '@/api/client';
import { clock, when } from '@/shared/format';
import { SPAN_WORDS, spanWords, type StateSpan } from './states';

/** How a device was over some time, the graver the higher; while nobody looked there is nothing. */
const props = defineProps<{ spans: StateSpan[]; days: number; label: string }>();

const WIDTH = 1000;
const HEIGHT = 40;
const TICKS = { 1: 8, 7: 7, 90: 6 } as Record<number, number>;
const HEIGHTS: Record<NonNullable<StateSpan['state']>, number> = {
  READY: 6,
  BUSY: 6,
  CARE: 18,
  UPDATING: 18,
  STOPPED: HEIGHT,
  UNREACHABLE: HEIGHT,
};
const begin = computed(() => new Date(props.spans[0]!.from).getTime());
const length = computed(() => new Date(props.spans.at(-1)!.until).getTime() - begin.value);
const at = (moment: string) => ((new Date(moment).getTime() - begin.value) / length.value) * WIDTH;
const bars = computed(() =>
  props.spans.map((span) => {
    const height = span.state ? HEIGHTS[span.state] : 0;
    /* A halt of a minute is seen in a quarter too. */
    return { span, x: at(span.from), width: Math.max(1.5, at(span.until) - at(span.from)), height };
  }),
);
const ticks = computed(() => {
  const parts = TICKS[props.days] ?? 6;
  return Array.from({ length: parts + 1 }, (_, i) => {
    const moment = new Date(begin.value + (length.value * i) / parts).toISOString();
    const words = i === parts ? 'now' : props.days === 1 ? clock(moment) : when(moment).replace(/ \S+$/, '');
    return { left: (100 * i) / parts + '%', words };
  });
});
const kinds = computed(
  () => [...new Set(props.spans.map((span) => span.state))] as (Schemas['StateSpan']['state'] | undefined)[],
);
</script>

<template>
  <figure>
    <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" preserveAspectRatio="none" role="img" :aria-label="label">
      <defs>
        <pattern id="away" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="7" height="7" class="ground" />
          <rect width="3" height="7" class="stripe" />
        </pattern>
      </defs>
      <rect
        v-for="bar in bars"
        :key="bar.span.from"
        :class="(bar.span.state ?? 'none').toLowerCase()"
        :x="bar.x"
        :width="bar.width"
        :y="HEIGHT - bar.height"
        :height="bar.height"
      >
        <title>{{ spanWords(bar.span) }}</title>
      </rect>
    </svg>
    <div class="scale" aria-hidden="true">
      <span v-for="tick in ticks" :key="tick.left" :style="{ left: tick.left }">{{ tick.words }}</span>
    </div>
    <figcaption class="caption">
      <span v-for="kind in kinds" :key="kind ?? 'none'" class="key">
        <svg width="14" height="14" aria-hidden="true">
          <rect
            :class="(kind ?? 'none').toLowerCase()"
            width="14"
            :y="kind ? 14 - (14 * HEIGHTS[kind]) / HEIGHT : 13"
            :height="kind ? (14 * HEIGHTS[kind]) / HEIGHT : 1"
          />
        </svg>
        {{ SPAN_WORDS[kind ?? 'NONE'] }}
      </span>
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 8px 0 0;
}
figure > svg {
  display: block;
  width: 100%;
  height: 40px;
  border-bottom: 1px solid var(--ink-9);
}
.ready,
.busy {
  fill: var(--ok);
}
.care {
  fill: var(--care);
}
.updating {
  fill: var(--moving);
}
.stopped,
.stripe {
  fill: var(--failed);
}
.unreachable {
  fill: url(#away);
}
.ground {
  fill: var(--failed-wash);
}
.none {
  fill: var(--rule-2);
}
.scale {
  position: relative;
  height: 18px;
  margin-top: 2px;
  font-size: 12px;
  color: var(--ink-5);
}
.scale span {
  position: absolute;
  white-space: nowrap;
  transform: translateX(-50%);
}
.scale span:first-child {
  transform: none;
}
.scale span:last-child {
  transform: translateX(-100%);
}
figcaption {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  margin-top: 4px;
}
.key {
  display: inline-flex;
  gap: 5px;
  align-items: center;
}
@media (width < 720px) {
  .scale span:nth-child(even) {
    display: none;
  }
}
</style>
