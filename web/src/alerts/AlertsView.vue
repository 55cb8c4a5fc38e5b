<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, ask } from '@/api/client';
import { useSession } from '@/app/session';
import ErrorNote from '@/shared/ErrorNote.vue';
import { useAct } from '@/shared/act';
import { ago, count, figure, lasting, when } from '@/shared/format';
import StateMark from '@/shared/StateMark.vue';
import TitleBar from '@/shared/TitleBar.vue';
import { isPutOff, markOf, pathOf, putOffChoices, type Alert } from './alerts';

const PARTS = { open: 'Open', off: 'Put off', ended: 'Ended' } as const;
type Part = keyof typeof PARTS;
/** Of one alert so many things are named; more are counted. */
const MOST = 8;

const route = useRoute();
const router = useRouter();
const { may, identity } = useSession();
const part = computed<Part>(
  () => (['off', 'ended'] as Part[]).find((one) => one === route.query.show) ?? 'open',
);
const open = useQuery({ queryKey: ['alerts', 'open'], queryFn: () => ask(api.GET('/api/alerts')) });
const ended = useQuery({
  queryKey: ['alerts', 'ended'],
  queryFn: () => ask(api.GET('/api/alerts/ended')),
  enabled: computed(() => part.value === 'ended'),
});
const waiting = computed(() => open.data.value?.filter((alert) => !isPutOff(alert)) ?? []);
const off = computed(() => open.data.value?.filter((alert) => isPutOff(alert)) ?? []);
const shown = computed<Alert[]>(
  () => ({ open: waiting.value, off: off.value, ended: ended.data.value ?? [] })[part.value],
);
const counts = computed<Partial<Record<Part, number>>>(() => ({
  open: waiting.value.length,
  off: off.value.length,
}));
const title = computed(() => {
  if (!open.data.value) return 'Alerts';
  return waiting.value.length ? count(waiting.value.length, 'open alert') : 'No open alerts';
});

const { failed, act } = useAct(() => Promise.all([open.refetch(), ended.refetch()]));
const path = (alert: Alert) => ({ params: { path: { id: alert.id } } });
const take = (alert: Alert) => act(() => ask(api.PUT('/api/alerts/{id}/taken', path(alert))), 'It is yours.');
const giveBack = (alert: Alert) =>
  act(() => ask(api.DELETE('/api/alerts/{id}/taken', path(alert))), 'It is nobody’s.');
function putOff(alert: Alert, until?: Date) {
  const body = { until: until?.toISOString() };
  return act(
    () => ask(api.PUT('/api/alerts/{id}/put-off', { ...path(alert), body })),
    until ? `Put off until ${when(until.toISOString())}.` : 'It is open again.',
  );
}
const choices = computed(() => putOffChoices());
function choose(alert: Alert, select: HTMLSelectElement) {
  const choice = choices.value[Number(select.value)];
  select.value = '';
  if (choice) void putOff(alert, choice.until);
}
</script>

<template>
  <TitleBar
    :title="title"
    hint="What needs somebody, once for each cause. An alert ends by itself when its cause is gone."
  >
    <RouterLink v-if="may('READ_SETUP')" class="button" to="/alerts/rules">Rules and recipients</RouterLink>
  </TitleBar>
  <ErrorNote :error="open.error.value ?? ended.error.value ?? failed" />
  <div class="segments parts" role="group" aria-label="Show">
    <button
      v-for="(words, one) in PARTS"
      :key="one"
      type="button"
      :aria-pressed="part === one"
      @click="router.replace({ query: one === 'open' ? {} : { show: one } })"
    >
      {{ words }} <strong v-if="counts[one]">{{ figure(counts[one]) }}</strong>
    </button>
  </div>
  <ul v-if="shown.length" class="alerts">
    <li v-for="alert in shown" :key="alert.id">
      <StateMark :mark="markOf(alert)" :words="alert.endedAt ? 'ended' : undefined" />
      <div>
        <h2>{{ alert.sentence }}</h2>
        <p v-if="!alert.endedAt" class="small">{{ alert.remedy }}</p>
        <p v-if="alert.concerns.length" class="small concerns">
          <template v-for="one in alert.concerns.slice(0, MOST)" :key="one.kind + one.id">
            <RouterLink v-if="pathOf(one)" class="link" :to="pathOf(one)!">{{ one.name }}</RouterLink>
            <span v-else>{{ one.name }}</span>
          </template>
          <span v-if="alert.concerns.length > MOST" class="quiet"
            >and {{ figure(alert.concerns.length - MOST) }} more</span
          >
        </p>
        <p class="quiet small">
          {{ alert.title }}<template v-if="alert.place"> · {{ alert.place }}</template>
          <template v-if="alert.endedAt">
            · {{ when(alert.since) }}, for
            {{ lasting(alert.since, new Date(alert.endedAt).getTime()) }}</template
          >
          <template v-else> · since {{ when(alert.since) }} ({{ ago(alert.since) }})</template>
          <template v-if="alert.takenBy">
            · <strong>taken by {{ alert.takenBy }}</strong></template
          >
          <template v-if="isPutOff(alert)"> · put off until {{ when(alert.putOffUntil!) }}</template>
        </p>
      </div>
      <div v-if="may('ACT_ON_DELIVERIES') && !alert.endedAt" class="acts">
        <button v-if="alert.takenBy !== identity?.login" type="button" class="button" @click="take(alert)">
          Take
        </button>
        <button v-else type="button" class="button" @click="giveBack(alert)">Give back</button>
        <button v-if="isPutOff(alert)" type="button" class="button" @click="putOff(alert)">Open again</button>
        <select
          v-else
          class="button"
          :aria-label="`Put off: ${alert.sentence}`"
          @change="choose(alert, $event.target as HTMLSelectElement)"
        >
          <option value="">Put off</option>
          <option v-for="(choice, i) in choices" :key="choice.words" :value="i">{{ choice.words }}</option>
        </select>
      </div>
    </li>
  </ul>
  <p v-else-if="open.data.value" class="empty-view">
    <template v-if="part === 'open'">
      Courier watches devices, servers, certificates, supplies and itself, and tells by mail what needs
      somebody. Nothing does.
    </template>
    <template v-else-if="part === 'off'">Nothing is put off.</template>
    <template v-else>No alert has ended yet. Those that have are kept for a year.</template>
  </p>
</template>

<style scoped>
.parts {
  margin: 14px 0 4px;
}
.alerts {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: 18px minmax(0, 1fr) auto;
  gap: 4px 10px;
  padding: 12px 0;
  border-bottom: 1px solid var(--rule);
}
li > :first-child {
  margin-top: 4px;
}
h2 {
  font: 600 15px/22px var(--text);
}
.concerns {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
}
.acts {
  display: flex;
  gap: 8px;
  align-items: center;
}
select {
  width: 104px;
  font: inherit;
  font-weight: 600;
}
@media (max-width: 600px) {
  li {
    grid-template-columns: 18px minmax(0, 1fr);
  }
  .acts {
    grid-column: 2;
  }
}
</style>
