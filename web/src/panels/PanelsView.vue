<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import { api, ask } from '@/api/client';
import { useSession } from '@/app/session';
import ErrorNote from '@/shared/ErrorNote.vue';
import ListTools from '@/shared/ListTools.vue';
import ShowMore from '@/shared/ShowMore.vue';
import SortHead from '@/shared/SortHead.vue';
import { useLongList } from '@/shared/longList';
import TitleBar from '@/shared/TitleBar.vue';
import { count, figure } from '@/shared/format';
import StateMark from '@/shared/StateMark.vue';

const router = useRouter();
const { may } = useSession();
const plans = useQuery({
  queryKey: ['panel-plans'],
  queryFn: () => ask(api.GET('/api/panel-plans')),
});
const list = useLongList('panels', (query, signal) =>
  ask(api.GET('/api/panels', { params: { query }, signal })),
);
const { query, rows, total, needing } = list;
const stops = (row: { findings: { severity: string }[] }) =>
  row.findings.filter((f) => f.severity === 'STOPS').length;
const title = computed(() => {
  if (!total.value) return 'Panels';
  return needing.value
    ? `${figure(needing.value)} of ${count(total.value, 'panel')} ${needing.value === 1 ? 'has' : 'have'} jobs that cannot run`
    : `Every job on ${count(total.value, 'panel')} can run`;
});
</script>

<template>
  <TitleBar :title="title" hint="Which jobs are on which device, and in which place">
    <RouterLink v-if="may('CHANGE_SETUP') && total" class="button" to="/panel-plans/new">New plan</RouterLink>
  </TitleBar>
  <section v-if="plans.data.value?.length" class="plans" aria-labelledby="plans">
    <h2 id="plans">Plans</h2>
    <table class="table opens">
      <thead>
        <tr>
          <th scope="col">Plan</th>
          <th scope="col">For</th>
          <th scope="col" class="number">Jobs</th>
          <th scope="col">Panels</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="plan in plans.data.value" :key="plan.id" @click="router.push('/panel-plans/' + plan.id)">
          <td>
            <RouterLink :to="'/panel-plans/' + plan.id">{{ plan.name }}</RouterLink>
          </td>
          <td>{{ plan.scope === 'OFFICE' ? 'all devices' : plan.of }}</td>
          <td class="number">{{ plan.jobs }}</td>
          <td>
            {{ plan.devices ? count(plan.devices, 'panel') : 'none yet' }}
            <span v-if="plan.exceptions" class="quiet small">{{ plan.exceptions }} with own jobs</span>
          </td>
        </tr>
      </tbody>
    </table>
    <h2>Panels</h2>
  </section>
  <ErrorNote :error="query.error.value" />
  <ListTools :list="list" label="Device or place" attention="Only those with jobs that cannot run" />
  <table v-if="total" class="table opens">
    <thead>
      <tr>
        <SortHead :list="list" column="device">Device</SortHead>
        <SortHead :list="list" column="place">Place of work</SortHead>
        <SortHead :list="list" column="jobs">Jobs</SortHead>
        <th scope="col">Preflight</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in rows" :key="row.deviceId" @click="router.push('/panels/' + row.deviceId)">
        <td class="device">
          <RouterLink :to="'/panels/' + row.deviceId">{{ row.deviceName }}</RouterLink>
        </td>
        <td>{{ row.place }}</td>
        <td class="jobs">
          <svg
            :width="row.places * 12"
            height="14"
            role="img"
            :aria-label="`${row.taken} of ${row.places} places taken`"
          >
            <rect
              v-for="i in row.places"
              :key="i"
              :x="(i - 1) * 12 + 0.5"
              y="2.500"
              width="9"
              height="9"
              :class="i <= row.taken ? 'taken' : 'free'"
            />
          </svg>
          <span class="quiet small of">{{ row.taken }} of {{ row.places }}</span>
        </td>
        <td class="small">
          <template v-if="stops(row)">
            <StateMark mark="care" silent />
            {{
              row.findings
                .filter((f) => f.severity === 'STOPS')
                .map((f) => f.place + ': ' + f.sentence)
                .join(' ')
            }}
          </template>
          <span v-else class="quiet">{{ row.taken ? 'every job can run' : 'no job yet' }}</span>
        </td>
      </tr>
    </tbody>
  </table>
  <p v-else-if="!query.isLoading.value" class="empty-view">
    A panel is what a device shows to the person in front of it.
    <RouterLink to="/devices/new">Add a device</RouterLink> first, then give its places to jobs.
  </p>
  <ShowMore :list="list" />
</template>

<style scoped>
.plans {
  margin-bottom: 6px;
}
.plans h2 {
  margin: 12px 0 2px;
}
.device,
.jobs {
  white-space: nowrap;
}
.of {
  margin-left: 8px;
}
.taken {
  fill: var(--ink-7);
}
.free {
  fill: none;
  stroke: var(--rule-2);
}
svg {
  vertical-align: -2px;
}
</style>
