<script setup lang="ts">
import { computed } from 'vue';
import type { Schemas } from '@/api/client';
import { needsMailServer } from '@/destinations/kinds';
import { bytes, clockSeconds, exact, when, whereIs } from '@/shared/format';
import StateMark from '@/shared/StateMark.vue';
import { legStop, trunkStop, type Mark } from '@/shared/states';

/** A delivery as a line with five stops, standing, with times and the far side's words. */
const props = defineProps<{ row: Schemas['DeliveryRow']; profile?: string; compact?: boolean }>();

interface TallStop {
  key: string;
  name: string;
  at?: string | null;
  mark?: Mark;
  passed: boolean;
  words: string;
  code?: string;
  said?: string;
  amount?: string;
  leg?: string;
}

const trunk = computed(() => trunkStop(props.row));
const WAITS = {
  waiting: 'Waits at Sent',
  failed: 'Stopped at Sent',
  held: 'Held',
  off: 'Stopped by hand',
  moving: 'Being sent',
} as const;

/** Who has it already, where one message has several recipients. */
function outcomes(leg: Schemas['LegView']): string {
  if (leg.recipients.length < 2) return '';
  return leg.recipients
    .map((r) => (r.accepted ? `${r.address} has it.` : `${r.address}: ${r.sentence}`))
    .join(' ');
}

function legStops(leg: Schemas['LegView']): TallStop[] {
  const stop = trunk.value.at < 3 ? undefined : legStop(leg);
  const sent = stop?.at === 4 || leg.state === 'ACCEPTED';
  const trouble = stop && stop.at === 3 ? (stop.mark as keyof typeof WAITS) : undefined;
  const next = leg.nextTryAt ? ` Next try at ${when(leg.nextTryAt)}.` : '';
  return [
    {
      key: leg.id + 'sent',
      name: trouble ? WAITS[trouble] : 'Sent',
      at: leg.sentAt,
      mark: trouble,
      passed: sent,
      words:
        trouble && leg.sentence
          ? `${leg.sentence} ${leg.remedy}${next}`
          : leg.routeName === leg.label
            ? leg.routeName
            : `${leg.routeName}, to ${leg.label}`,
      said: trouble ? leg.reply : '',
      leg: leg.label,
    },
    {
      key: leg.id + 'accepted',
      name: leg.possiblyTwice && leg.state === 'ACCEPTED' ? 'Accepted, possibly twice' : 'Accepted',
      at: leg.acceptedAt,
      mark: stop?.at === 4 ? stop.mark : undefined,
      passed: false,
      words: leg.state === 'ACCEPTED' ? leg.landed : outcomes(leg),
      said: leg.state === 'ACCEPTED' ? leg.reply : '',
      amount: leg.sentBytes
        ? bytes(leg.sentBytes) + (needsMailServer(leg.kind) ? ' as mail' : '')
        : undefined,
    },
  ];
}

const stops = computed<TallStop[]>(() => {
  const r = props.row;
  const at = trunk.value.at;
  return [
    {
      key: 'scanned',
      name: 'Scanned',
      at: r.scannedAt,
      passed: true,
      words: props.profile ?? whereIs(r.place, r.deviceName),
    },
    {
      key: 'ready',
      name: 'Made ready',
      at: r.madeReadyAt,
      passed: at > 1,
      mark: at === 1 ? trunk.value.mark : undefined,
      words: r.trouble,
      amount: r.fileBytes ? bytes(r.fileBytes) : undefined,
    },
    {
      key: 'named',
      name: 'Named',
      at: r.namedAt,
      passed: at > 2,
      mark: at === 2 ? trunk.value.mark : undefined,
      words: '',
      code: r.fileName,
    },
    ...r.legs.flatMap((leg) => legStops(leg)),
  ];
});
</script>

<template>
  <ol :class="{ compact }">
    <li
      v-for="stop in stops"
      :key="stop.key"
      :class="[stop.mark ?? (stop.passed ? 'passed' : 'ahead'), { end: stop.key.endsWith('accepted') }]"
    >
      <time class="time" :title="stop.at ? exact(stop.at) : undefined">{{
        stop.at ? clockSeconds(stop.at) : ''
      }}</time>
      <span class="stop" aria-hidden="true">
        <StateMark v-if="stop.mark" :mark="stop.mark" :size="18" silent />
        <span v-else class="disc"></span>
      </span>
      <div class="what">
        <h3>
          {{ stop.name }} <span v-if="row.legs.length > 1 && stop.leg" class="quiet">to {{ stop.leg }}</span>
          <span v-if="stop.amount" class="amount quiet small">{{ stop.amount }}</span>
        </h3>
        <p v-if="stop.said" class="mono said">{{ stop.said }}</p>
        <p v-if="stop.words" class="small quiet">{{ stop.words }}</p>
        <p v-if="stop.code" class="mono">{{ stop.code }}</p>
      </div>
    </li>
  </ol>
</template>

<style scoped>
ol {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  position: relative;
  display: grid;
  grid-template-columns: 66px 22px minmax(0, 1fr);
  gap: 0 12px;
  min-height: 58px;
  padding-bottom: 16px;
}
.compact li {
  min-height: 46px;
  padding-bottom: 12px;
}
li:not(:last-child)::before {
  content: '';
  position: absolute;
  left: 88px;
  top: 12px;
  bottom: -10px;
  width: 2.5px;
  margin-left: -1.25px;
  background: var(--ink-9);
}
li.ahead::before,
li.moving::before,
li.waiting::before,
li.failed::before {
  background: none !important;
  border-left: 2.5px dotted var(--rule-2);
}
/* A leg ends here; the next one leaves from Named, not from this one. */
li.end::before {
  display: none;
}
.time {
  color: var(--ink-9);
  line-height: 22px;
}
.stop {
  z-index: 1;
  display: grid;
  height: 22px;
  place-items: center;
}
.stop :deep(svg) {
  background: var(--line-paper, var(--paper-0));
  box-shadow: 0 0 0 3px var(--line-paper, var(--paper-0));
}
.disc {
  width: 14px;
  height: 14px;
  border-radius: 50%;
  background: var(--ink-9);
}
.ahead .disc {
  width: 11px;
  height: 11px;
  border: 2px solid var(--rule-2);
  background: var(--line-paper, var(--paper-0));
}
h3 {
  display: flex;
  flex-wrap: wrap;
  gap: 0 8px;
  line-height: 22px;
}
.ahead h3 {
  color: var(--ink-5);
}
.waiting h3 {
  color: var(--waiting);
}
.failed h3 {
  color: var(--failed);
}
.moving h3 {
  color: var(--moving);
}
.amount {
  margin-left: auto;
  font-family: var(--text);
  font-weight: 400;
}
.said {
  color: inherit;
}
.failed .said {
  color: var(--failed);
}
.waiting .said {
  color: var(--waiting);
}
</style>
