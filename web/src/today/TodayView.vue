<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import { who } from '@/help/calls';
import { count, lasting, word } from '@/shared/format';
import DayChart from './DayChart.vue';
import DayTotals from './DayTotals.vue';
import FirstRun from './FirstRun.vue';
import LineNow from './LineNow.vue';
import NeedsYou from './NeedsYou.vue';

const today = useQuery({
  queryKey: ['today'],
  queryFn: () => ask(api.GET('/api/today')),
  refetchInterval: 60_000,
});
const overview = useQuery({ queryKey: ['overview'], queryFn: () => ask(api.GET('/api/overview')) });

const troubles = computed(() => today.data.value?.troubles ?? []);
const waiting = computed(() => troubles.value.reduce((sum, trouble) => sum + trouble.deliveries, 0));
const stopped = computed(() => today.data.value?.stoppedDevices ?? 0);
const calls = computed(() => today.data.value?.calls.filter((call) => call.state === 'WAITING') ?? []);
const title = computed(() => {
  if (calls.value.length > 1) return `${calls.value.length} people need help at panels`;
  if (calls.value[0]) return `${who(calls.value[0])} needs help at a panel`;
  if (waiting.value > 0) {
    const verb = waiting.value === 1 ? 'waits' : 'wait';
    return `${count(waiting.value, 'delivery', 'deliveries')} ${verb} for you, from ${word(troubles.value.length)} ${troubles.value.length === 1 ? 'cause' : 'causes'}`;
  }
  if (stopped.value > 0)
    return `${stopped.value === 1 ? 'One device stops' : word(stopped.value) + ' devices stop'} people from scanning`;
  return 'Everything arrives';
});
const since = computed(() => {
  const first = troubles.value.map((trouble) => trouble.since).sort()[0];
  return first ? `longest wait ${lasting(first)}` : '';
});
const now = computed(() => today.data.value?.day.now);
</script>

<template>
  <ErrorNote v-if="today.error.value" :error="today.error.value" />
  <FirstRun v-if="overview.data.value && !overview.data.value.firstScan" :overview="overview.data.value" />
  <template v-else-if="today.data.value && now">
    <div class="title">
      <h1>{{ title }}</h1>
      <p class="quiet">{{ now.accepted }} of {{ count(now.scanned, 'scan') }} have arrived today</p>
    </div>
    <div class="columns">
      <section aria-labelledby="needs">
        <div class="head">
          <h2 id="needs">Needs you</h2>
          <span class="quiet small">{{ since }}</span>
        </div>
        <NeedsYou
          :today="today.data.value"
          :findings="overview.data.value?.findings ?? []"
          :finding-count="overview.data.value?.findingCount ?? 0"
          :unclaimed="overview.data.value?.unclaimed ?? 0"
        />
      </section>
      <section aria-labelledby="line-now">
        <div class="head">
          <h2 id="line-now">On the line now</h2>
          <RouterLink class="link small" to="/deliveries">All deliveries</RouterLink>
        </div>
        <LineNow :rows="today.data.value.line" />
      </section>
      <section aria-labelledby="day">
        <DayChart :day="today.data.value.day" />
      </section>
      <section aria-labelledby="totals">
        <DayTotals :day="today.data.value.day" />
      </section>
    </div>
  </template>
</template>

<style scoped>
.title {
  display: flex;
  gap: 20px;
  align-items: baseline;
  justify-content: space-between;
}
.title p {
  white-space: nowrap;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 580fr) minmax(0, 408fr);
  gap: 20px 28px;
  margin-top: 14px;
  align-items: start;
}
.columns > section {
  border-top: 2px solid var(--ink-9);
}
.head {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
  padding: 7px 0;
  border-bottom: 1px solid var(--rule);
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 820px) {
  .title {
    flex-direction: column;
    gap: 2px;
  }
}
</style>
