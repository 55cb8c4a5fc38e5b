<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import { api, ask } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import ShowMore from '@/shared/ShowMore.vue';
import FilterBox from '@/shared/FilterBox.vue';
import { useLongList } from '@/shared/longList';
import TitleBar from '@/shared/TitleBar.vue';
import { count } from '@/shared/format';
import StateMark from '@/shared/StateMark.vue';

const router = useRouter();
const query = useQuery({ queryKey: ['panels'], queryFn: () => ask(api.GET('/api/panels')) });
const rows = computed(() => query.data.value ?? []);
const { words, isLong, shown, hidden, showMore } = useLongList(
  rows,
  (row) => `${row.deviceName} ${row.place}`,
);
const stops = (row: { findings: { severity: string }[] }) =>
  row.findings.filter((f) => f.severity === 'STOPS').length;
const title = computed(() => {
  const rows = query.data.value ?? [];
  const wrong = rows.reduce((sum, row) => sum + stops(row), 0);
  if (!rows.length) return 'Panels';
  return wrong
    ? `${count(wrong, 'job')} cannot run where ${wrong === 1 ? 'it is' : 'they are'}`
    : `Every job on ${count(rows.length, 'panel')} can run`;
});
</script>

<template>
  <TitleBar :title="title" hint="Which jobs are on which device, and in which place" />
  <ErrorNote :error="query.error.value" />
  <FilterBox v-if="isLong" v-model="words" label="Device or place" />
  <table v-if="query.data.value?.length" class="table opens">
    <thead>
      <tr>
        <th scope="col">Device</th>
        <th scope="col">Place of work</th>
        <th scope="col">Jobs</th>
        <th scope="col">Preflight</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in shown" :key="row.deviceId" @click="router.push('/panels/' + row.deviceId)">
        <td>
          <RouterLink :to="'/panels/' + row.deviceId">{{ row.deviceName }}</RouterLink>
        </td>
        <td>{{ row.place }}</td>
        <td>
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
          <span class="quiet small"> {{ row.taken }} of {{ row.places }}</span>
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
  <ShowMore v-if="rows.length" :hidden="hidden" :none="!shown.length" @more="showMore" />
</template>

<style scoped>
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
