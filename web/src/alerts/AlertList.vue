<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask } from '@/api/client';
import { useSession } from '@/app/session';
import ErrorNote from '@/shared/ErrorNote.vue';
import { useAct } from '@/shared/act';
import { ago, figure, lasting, when } from '@/shared/format';
import StateMark from '@/shared/StateMark.vue';
import { isPutOff, markOf, pathOf, putOffChoices, type Alert } from './alerts';

/** Alerts with what each is about and what can be done with it. */
defineProps<{ alerts: Alert[] }>();
/** Of one alert so many things are named; more are counted. */
const MOST = 8;

const { may, identity } = useSession();
const queries = useQueryClient();
const { failed, act } = useAct(() => queries.invalidateQueries({ queryKey: ['alerts'] }));
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
  <ErrorNote :error="failed" />
  <ul class="alerts">
    <li v-for="alert in alerts" :key="alert.id">
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
          {{ alert.takenBy ? 'Take over' : 'Take' }}
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
</template>

<style scoped>
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
