<script setup lang="ts">
import { computed } from 'vue';
import type { Schemas } from '@/api/client';
import { clockSeconds } from './format';
import StateMark from './StateMark.vue';
import { legStop, MARK_WORDS, trunkStop, worstLeg, type Mark } from './states';

/** A delivery as a line with five stops, lying. With `forked` every leg is drawn, else the one that matters. */
const props = withDefaults(
  defineProps<{ row: Schemas['DeliveryRow']; width: number; forked?: boolean; times?: boolean }>(),
  { forked: false, times: false },
);

const LEG_APART = 33;
const STOP_NAMES = ['Scanned', 'Made ready', 'Named', 'Sent', 'Accepted'];

const legs = computed(() => {
  const worst = worstLeg(props.row);
  return props.forked ? props.row.legs : worst ? [worst] : [];
});
const xs = computed(() => [0, 1, 2, 3, 4].map((i) => 8 + (i * (props.width - 16)) / 4));
const trunk = computed(() => trunkStop(props.row));
const height = computed(() => 22 + Math.max(0, legs.value.length - 1) * LEG_APART);

interface DrawnLeg {
  id: string;
  y: number;
  at: number;
  mark: Mark;
  label: string;
  words: string;
}
const drawn = computed<DrawnLeg[]>(() =>
  legs.value.map((leg, i) => {
    const stop = trunk.value.at < 3 ? { at: 5, mark: 'open' as Mark } : legStop(leg);
    const words =
      stop.mark === 'accepted' ? (leg.acceptedAt ? clockSeconds(leg.acceptedAt) : '') : MARK_WORDS[stop.mark];
    return { id: leg.id, y: 11 + i * LEG_APART, label: leg.label, words, ...stop };
  }),
);
const passedTrunk = computed(() => Math.min(trunk.value.at, 3));
const spoken = computed(() => {
  const name = STOP_NAMES[trunk.value.at < 3 ? trunk.value.at : (drawn.value[0]?.at ?? 3)];
  const state = trunk.value.at < 3 ? trunk.value.mark : (drawn.value[0]?.mark ?? 'moving');
  return `${name}: ${MARK_WORDS[state]}`;
});
const stamps = computed(() => [props.row.scannedAt, props.row.madeReadyAt, props.row.namedAt]);
</script>

<template>
  <div class="line" role="img" :aria-label="spoken">
    <svg :width="width" :height="height" aria-hidden="true">
      <g v-for="leg in drawn" :key="leg.id">
        <path
          v-if="leg.y > 11"
          :class="['track', leg.at <= 4 ? 'ink' : 'to-come']"
          :d="`M${xs[2]} 11h8a6 6 0 0 1 6 6v${leg.y - 23}a6 6 0 0 0 6 6H${xs[3]}`"
        />
        <path
          v-else
          :class="['track', trunk.at >= 3 ? (leg.at === 3 ? leg.mark : 'ink') : 'to-come']"
          :d="`M${xs[2]} 11H${xs[3]}`"
        />
        <path
          :class="['track', leg.at === 4 ? (leg.mark === 'accepted' ? 'ink' : leg.mark) : 'to-come']"
          :d="`M${xs[3]} ${leg.y}H${xs[4]}`"
        />
        <circle v-if="leg.at === 4" class="passed" :cx="xs[3]" :cy="leg.y" r="4.5" />
        <circle v-else-if="leg.at > 4" class="ahead" :cx="xs[3]" :cy="leg.y" r="4" />
        <circle v-if="leg.at !== 4" class="ahead" :cx="xs[4]" :cy="leg.y" r="4" />
      </g>
      <path
        v-for="i in 2"
        :key="i"
        :class="['track', i <= passedTrunk ? (i === trunk.at ? trunk.mark : 'ink') : 'to-come']"
        :d="`M${xs[i - 1]} 11H${xs[i]}`"
      />
      <template v-for="i in 3" :key="'s' + i">
        <circle v-if="i - 1 < trunk.at" class="passed" :cx="xs[i - 1]" cy="11" r="4.5" />
        <circle v-else-if="i - 1 > trunk.at" class="ahead" :cx="xs[i - 1]" cy="11" r="4" />
      </template>
      <g v-if="trunk.at < 3" :transform="`translate(${(xs[trunk.at] ?? 0) - 7} 4)`">
        <rect class="gap" x="-2" y="-2" width="18" height="18" />
        <StateMark :mark="trunk.mark" :size="14" silent />
      </g>
      <g
        v-for="leg in drawn.filter((l) => l.at < 5)"
        :key="'m' + leg.id"
        :transform="`translate(${(xs[leg.at] ?? 0) - 7} ${leg.y - 7})`"
      >
        <rect class="gap" x="-2" y="-2" width="18" height="18" />
        <StateMark :mark="leg.mark" :size="14" silent />
      </g>
    </svg>
    <div v-if="times" class="times" aria-hidden="true">
      <svg :width="width" :height="18 + (height - 22)">
        <text
          v-for="(at, i) in stamps"
          :key="i"
          class="time"
          :x="xs[i]"
          y="13"
          :text-anchor="i === 0 ? 'start' : i === 2 && drawn.length > 1 ? 'end' : 'middle'"
        >
          {{ at ? clockSeconds(at) : '' }}
        </text>
        <text
          v-for="leg in drawn"
          :key="leg.id"
          :class="['time', leg.mark]"
          :x="width"
          :y="13 + leg.y - 11"
          text-anchor="end"
        >
          {{ forked && drawn.length > 1 ? leg.label + ' ' + leg.words : leg.words }}
        </text>
      </svg>
    </div>
  </div>
</template>

<style scoped>
.line {
  position: relative;
  line-height: 0;
}
.times {
  position: absolute;
  inset: 21px 0 auto;
}
.track {
  fill: none;
  stroke-width: 2;
  stroke: var(--ink-9);
}
.track.to-come,
.track.open {
  stroke: var(--rule-2);
  stroke-dasharray: 0.1 5;
  stroke-linecap: round;
}
.track.moving {
  stroke: var(--moving);
}
.track.waiting {
  stroke: var(--waiting);
}
.track.failed {
  stroke: var(--failed);
}
.passed {
  fill: var(--ink-9);
}
.ahead {
  fill: var(--paper-0);
  stroke: var(--rule-2);
  stroke-width: 1.6;
}
.gap {
  fill: var(--line-paper, var(--paper-0));
}
.time {
  font: 400 12px var(--text);
  fill: var(--ink-5);
}
.time.moving {
  fill: var(--moving);
}
.time.waiting {
  fill: var(--waiting);
}
.time.failed {
  fill: var(--failed);
}
</style>
