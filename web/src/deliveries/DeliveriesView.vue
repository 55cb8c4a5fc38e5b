<script setup lang="ts">
import { useInfiniteQuery } from '@tanstack/vue-query';
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { api, ask } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import { bytes, count, exact, when, personOf } from '@/shared/format';
import { nextOf, useKeys } from '@/shared/keys';
import { DEVICES, JOBS, PEOPLE } from '@/shared/pickable';
import PickOne from '@/shared/PickOne.vue';
import SlimLine from '@/shared/SlimLine.vue';
import { worstLeg } from '@/shared/states';
import ActButtons from './ActButtons.vue';
import DeliveryBeside from './DeliveryBeside.vue';
import { useFilters } from './filters';

const STATE_WORDS = {
  MOVING: 'moving',
  WAITING: 'waiting',
  HELD: 'held',
  ACCEPTED: 'accepted',
  STOPPED: 'stopped',
  CALLED_OFF: 'stopped by hand',
} as const;
const router = useRouter();
const { filters, asked, any, set, clear } = useFilters();
const list = useInfiniteQuery({
  queryKey: computed(() => ['deliveries', asked.value]),
  queryFn: ({ pageParam, signal }) =>
    ask(
      api.GET('/api/deliveries', {
        params: { query: { ...asked.value, before: pageParam, limit: 60 } },
        signal,
      }),
    ),
  initialPageParam: 0,
  getNextPageParam: (last) => (last.more ? last.rows.at(-1)?.number : undefined),
});

const rows = computed(() => list.data.value?.pages.flatMap((page) => page.rows) ?? []);
const open = ref<string>();
watch(rows, (now) => {
  if (!now.some((row) => row.id === open.value)) open.value = now[0]?.id;
});
const beside = computed(() => rows.value.find((row) => row.id === open.value));

const title = computed(() => {
  if (list.isLoading.value) return 'Deliveries';
  const more = list.hasNextPage.value ? 'More than ' : '';
  const number = count(rows.value.length, 'delivery', 'deliveries');
  const states = filters.value.state.map((s) => STATE_WORDS[s]);
  return `${more}${number}${states.length ? ', ' + states.join(' or ') : ''}`;
});

const STATES = [
  { value: '', words: 'any' },
  { value: 'HELD', words: 'held' },
  { value: 'WAITING,STOPPED', words: 'waiting, stopped' },
  { value: 'MOVING', words: 'moving' },
  { value: 'WAITING', words: 'waiting' },
  { value: 'STOPPED', words: 'stopped' },
  { value: 'ACCEPTED', words: 'accepted' },
  { value: 'CALLED_OFF', words: 'stopped by hand' },
];
const selects = computed(() => [
  { name: 'state', label: 'State', value: filters.value.state.join(','), options: STATES },
  {
    name: 'day',
    label: 'Day',
    value: filters.value.day,
    options: [
      { value: '', words: 'any' },
      { value: 'today', words: 'today' },
    ],
  },
]);
const picks = computed(() => [
  { name: 'person', label: 'Person', value: filters.value.person, of: PEOPLE },
  { name: 'device', label: 'Device', value: filters.value.device, of: DEVICES },
  { name: 'job', label: 'Job', value: filters.value.job, of: JOBS },
]);
const typed = ref(filters.value.text);
const chosen = ref(new Set<string>());
const chosenRows = computed(() => rows.value.filter((row) => chosen.value.has(row.id)));
function choose(id: string) {
  const next = new Set(chosen.value);
  if (!next.delete(id)) next.add(id);
  chosen.value = next;
}
const all = computed({
  get: () => rows.value.length > 0 && rows.value.every((row) => chosen.value.has(row.id)),
  set: (yes) => (chosen.value = new Set(yes ? rows.value.map((row) => row.id) : [])),
});

function where(row: (typeof rows.value)[number]): string {
  const leg = worstLeg(row);
  if (leg?.cause === 'TOO_LARGE') return bytes(row.fileBytes * 1.368) + ' as mail';
  const [first, ...others] = row.legs.map((l) => l.label);
  return others.length ? `${first}\u00a0+${others.length}` : (first ?? '');
}

function move(step: number) {
  const next = nextOf(
    rows.value,
    rows.value.findIndex((row) => row.id === open.value),
    step,
  );
  if (!next) return;
  open.value = next.id;
  document.getElementById('row-' + next.id)?.scrollIntoView({ block: 'nearest' });
}
useKeys({
  j: () => move(1),
  k: () => move(-1),
  Enter: () => open.value && void router.push('/deliveries/' + open.value),
  x: () => open.value && choose(open.value),
  Escape: () => (chosen.value.size ? (chosen.value = new Set()) : clear()),
});
</script>

<template>
  <div class="title">
    <h1>{{ title }}</h1>
    <p class="caption wide">j and k move, x chooses, Enter opens</p>
  </div>
  <div class="filters">
    <label v-for="filter in selects" :key="filter.name" :class="{ set: filter.value }">
      <span class="quiet">{{ filter.label }}</span>
      <select
        :value="filter.value"
        @change="set({ [filter.name]: ($event.target as HTMLSelectElement).value })"
      >
        <option v-for="option in filter.options" :key="option.value" :value="option.value">
          {{ option.words }}
        </option>
      </select>
    </label>
    <div v-for="pick in picks" :key="pick.name" class="pick" :class="{ set: pick.value }">
      <span class="quiet" aria-hidden="true">{{ pick.label }}</span>
      <PickOne
        v-bind="pick.of"
        :model-value="pick.value"
        :label="pick.label"
        placeholder="any"
        clearable
        @update:model-value="set({ [pick.name]: $event ?? '' })"
      />
    </div>
    <form role="search" @submit.prevent="set({ text: typed })">
      <label :class="{ set: filters.text }">
        <span class="quiet">Text</span>
        <input v-model="typed" type="search" placeholder="file, person" @search="set({ text: typed })" />
      </label>
    </form>
    <button v-if="any" type="button" class="link small" @click="((typed = ''), clear())">Clear</button>
  </div>
  <ErrorNote :error="list.error.value" />
  <div v-if="chosenRows.length" class="bulk" role="region" aria-label="What to do with the chosen ones">
    <strong>{{ count(chosenRows.length, 'delivery', 'deliveries') }} chosen</strong>
    <ActButtons :rows="chosenRows" main />
    <button type="button" class="link small" @click="chosen = new Set()">Clear the selection</button>
  </div>
  <div class="beside">
    <div class="list">
      <table v-if="rows.length" class="table">
        <caption class="hidden-text">
          Deliveries, newest first
        </caption>
        <thead>
          <tr>
            <th scope="col" class="tick">
              <input v-model="all" type="checkbox" aria-label="Choose all that are shown" />
            </th>
            <th scope="col">At</th>
            <th scope="col">Person</th>
            <th scope="col" class="job">Job</th>
            <th scope="col" class="wide">Device</th>
            <th scope="col" class="number wide">Pages</th>
            <th scope="col" class="line-head">Scanned <span>Accepted</span></th>
            <th scope="col" class="wide">To</th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="row in rows"
            :id="'row-' + row.id"
            :key="row.id"
            :class="{ open: row.id === open }"
            :aria-selected="row.id === open"
            @click="open = row.id"
            @dblclick="router.push('/deliveries/' + row.id)"
          >
            <td class="tick">
              <input
                type="checkbox"
                :checked="chosen.has(row.id)"
                :aria-label="`Choose D-${row.number}`"
                @change="choose(row.id)"
                @click.stop
              />
            </td>
            <td class="quiet" :title="exact(row.scannedAt)">{{ when(row.scannedAt) }}</td>
            <td>
              <RouterLink :to="'/deliveries/' + row.id">{{ personOf(row) }}</RouterLink>
              <span class="narrow-job quiet small">{{ row.jobName }}{{ row.test ? ', test' : '' }}</span>
            </td>
            <td class="job">{{ row.jobName }}</td>
            <td class="quiet small wide">
              {{ row.deviceName }} <span v-if="row.test" class="word-tag">Test</span>
            </td>
            <td class="number wide">{{ row.pages }}</td>
            <td class="line-cell"><SlimLine :row="row" :width="152" /></td>
            <td class="small wide" :title="row.legs.map((l) => l.label).join(', ')">{{ where(row) }}</td>
          </tr>
        </tbody>
      </table>
      <div v-else-if="!list.isLoading.value" class="empty">
        <h2>{{ any ? 'Nothing is like that' : 'Nothing has been scanned yet' }}</h2>
        <p class="quiet">
          {{
            any
              ? 'Take a filter away to see more.'
              : 'Every scan that is sent stands here, with each step on its way.'
          }}
        </p>
      </div>
      <p v-if="list.hasNextPage.value" class="more">
        <button
          class="button"
          type="button"
          :disabled="list.isFetchingNextPage.value"
          @click="list.fetchNextPage()"
        >
          Show older
        </button>
      </p>
    </div>
    <DeliveryBeside v-if="beside" :key="beside.id" :row="beside" />
  </div>
</template>

<style scoped>
.title {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
  padding-bottom: 8px;
  border-bottom: 2px solid var(--ink-9);
}
.filters {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  padding: 10px 0;
}
.filters label,
.filters .pick {
  display: flex;
  gap: 6px;
  align-items: center;
  height: 28px;
  padding: 0 8px;
  border: 1px solid var(--rule-2);
  border-radius: 2px;
}
.filters .set {
  border-color: var(--ink-9);
  border-bottom-width: 2px;
}
.filters label:focus-within,
.filters .pick:focus-within {
  outline: 2px solid var(--stamp);
}
select,
.filters input {
  max-width: 112px;
  border: 0;
  outline: none;
  background: none;
  font-weight: 600;
}
.filters input {
  width: 124px;
}
.pick :deep(.el-select) {
  width: 92px;
}
.pick.set :deep(.el-select) {
  width: 132px;
}
.pick :deep(.el-select__wrapper) {
  min-height: 24px;
  padding: 0;
  box-shadow: none;
  background: none;
  font-weight: 600;
}
.pick :deep(.el-select__wrapper.is-focused) {
  box-shadow: none !important;
}
.pick :deep(.el-select__placeholder) {
  color: var(--ink-9);
}
option {
  background: var(--paper-0);
  color: var(--ink-9);
}
.beside {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 330px;
  border-top: 1px solid var(--ink-9);
  align-items: start;
}
.list {
  min-width: 0;
}
td {
  white-space: nowrap;
}
.table td {
  height: 26px;
  padding: 2px 10px 2px 0;
  vertical-align: middle;
}
.table td:first-child,
.table th:first-child {
  padding-left: 8px;
}
.table td:last-child {
  white-space: normal;
}
tr.open td {
  background: var(--paper-1);
  --line-paper: var(--paper-1);
}
tr.open td:first-child {
  box-shadow: inset 4px 0 0 var(--stamp);
}
tbody tr {
  cursor: default;
}
.line-head {
  width: 162px;
}
.line-head span {
  float: right;
}
.line-cell {
  line-height: 0;
}
.bulk {
  position: sticky;
  top: 44px;
  z-index: 2;
  display: flex;
  gap: 16px;
  align-items: center;
  padding: 8px;
  border-top: 1px solid var(--ink-9);
  background: var(--paper-1);
}
.tick {
  width: 26px;
}
.tick input {
  width: 15px;
  height: 15px;
  margin: 0;
  accent-color: var(--stamp);
  vertical-align: -2px;
}
.empty,
.more {
  padding: 20px 0;
}
@media (max-width: 1100px) {
  .beside {
    grid-template-columns: minmax(0, 1fr);
  }
}
.narrow-job {
  display: none;
}
@media (max-width: 820px) {
  .wide,
  .beside > :last-child:not(.list) {
    display: none;
  }
  .beside {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 600px) {
  .tick,
  .table th.tick,
  .line-head span {
    display: none;
  }
  td {
    white-space: normal;
  }
  .table td {
    height: 44px;
    padding-right: 6px;
  }
  .job {
    display: none;
  }
  .narrow-job {
    display: block;
  }
}
</style>
