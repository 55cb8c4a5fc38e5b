<script setup lang="ts">
import { keepPreviousData, useQuery } from '@tanstack/vue-query';
import { computed, defineAsyncComponent, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, ask } from '@/api/client';
import { useSession } from '@/app/session';
import ErrorNote from '@/shared/ErrorNote.vue';
import { bytes, count, figure } from '@/shared/format';
import TitleBar from '@/shared/TitleBar.vue';
import {
  BY,
  everyDay,
  KINDS,
  nameOf,
  shareOf,
  sideWords,
  spans,
  timeWords,
  type By,
  type Row,
} from './reports';
import SuccessRange from './SuccessRange.vue';

/** What was scanned in a span of days, by what one wants to know. */
const ReportChart = defineAsyncComponent(() => import('./ReportChart.vue'));
const FEW = 25;
const route = useRoute();
const router = useRouter();
const text = (name: string) => (typeof route.query[name] === 'string' ? (route.query[name] as string) : '');
const { identity, may } = useSession();
/** Whoever is limited to places sees what came from their devices, and nothing of the whole office. */
const kinds = computed(() => (identity.value?.places.length ? KINDS.slice(0, 2) : KINDS));
const by = computed<By>(() => kinds.value.find((one) => one === text('by')) ?? 'DEVICE');
const presets = spans();
const usual = presets[1]!;
const from = computed(() => text('from') || usual.from);
const until = computed(() => text('until') || usual.until);
function set(change: Record<string, string>) {
  void router.replace({ query: { ...route.query, ...change } });
}
/** The first that it is: on the last of a month two are the same. */
const chosen = computed(() => presets.find((one) => one.from === from.value && one.until === until.value));
const query = computed(() => ({ by: by.value, from: from.value, until: until.value }));
const asked = useQuery({
  queryKey: computed(() => ['reports', query.value]),
  queryFn: ({ signal }) => ask(api.GET('/api/reports', { params: { query: query.value }, signal })),
  placeholderData: keepPreviousData,
  refetchInterval: 60_000,
});
const report = computed(() => asked.data.value);
const pdf = computed(() => `/api/reports.pdf?${new URLSearchParams(query.value)}`);
const csv = computed(() => `/api/reports.csv?${new URLSearchParams(query.value)}`);
const title = computed(() => {
  const now = report.value;
  if (!now) return 'Reports';
  return `${count(now.total.documents, 'document')}, ${figure(now.total.arrived)} arrived`;
});

type Column = 'documents' | 'pages' | 'bytes' | 'blank' | 'colour' | 'failed' | 'success' | 'median' | 'p95';
const COLUMNS: { key: Column; words: string }[] = [
  { key: 'documents', words: 'Documents' },
  { key: 'pages', words: 'Pages' },
  { key: 'bytes', words: 'Size' },
  { key: 'blank', words: 'Blank' },
  { key: 'colour', words: 'Colour' },
  { key: 'failed', words: 'Failed' },
  { key: 'success', words: 'Arrived' },
  { key: 'median', words: 'Half within' },
  { key: 'p95', words: '95 % within' },
];
const sort = ref<Column>('documents');
const upwards = ref(false);
const all = ref(false);
watch(query, () => (all.value = false));
function orderBy(column: Column) {
  upwards.value = sort.value === column ? !upwards.value : column === 'success';
  sort.value = column;
}
function valueOf({ figures }: Row) {
  if (sort.value === 'success') return figures.success?.low;
  if (sort.value === 'blank' || sort.value === 'colour') return shareOf(figures.sides, sort.value);
  return figures[sort.value];
}
const rows = computed(() => {
  const used = (report.value?.rows ?? []).filter((row) => row.figures.documents > 0);
  const known = used.filter((row) => valueOf(row) != null);
  const direction = upwards.value ? 1 : -1;
  known.sort((a, b) => direction * ((valueOf(a) as number) - (valueOf(b) as number)));
  return [...known, ...used.filter((row) => valueOf(row) == null)];
});
const shown = computed(() => rows.value.slice(0, all.value ? undefined : FEW));
const most = computed(() => Math.max(1, ...rows.value.map((row) => row.figures.documents)));
const unused = computed(() => (report.value?.rows ?? []).filter((row) => row.figures.documents === 0));
const linkOf = (row: Row) =>
  row.gone || by.value === 'PERSON'
    ? undefined
    : by.value === 'DEVICE'
      ? `/fleet/${row.subject}`
      : by.value === 'JOB'
        ? `/jobs/${row.subject}`
        : by.value === 'DESTINATION'
          ? `/destinations/${row.subject}`
          : undefined;
const ariaSort = (column: Column) =>
  sort.value === column ? (upwards.value ? 'ascending' : 'descending') : 'none';
</script>

<template>
  <TitleBar :title="title" hint="Documents that people sent, by the days of the office; trials are left out">
    <RouterLink v-if="may('READ_SETUP')" class="button" to="/reports/monthly">Monthly by mail</RouterLink>
    <a class="button" :href="pdf" download>PDF</a>
    <a class="button" :href="csv" download>Export as CSV</a>
  </TitleBar>
  <ErrorNote :error="asked.error.value" />
  <div class="asks">
    <div class="segments" role="group" aria-label="Time">
      <button
        v-for="one in presets"
        :key="one.words"
        type="button"
        :aria-pressed="one === chosen"
        @click="set({ from: one.from, until: one.until })"
      >
        {{ one.words }}
      </button>
    </div>
    <span class="dates">
      <el-date-picker
        :model-value="from"
        type="date"
        value-format="YYYY-MM-DD"
        :clearable="false"
        aria-label="First day"
        @update:model-value="set({ from: $event, until })"
      />
      to
      <el-date-picker
        :model-value="until"
        type="date"
        value-format="YYYY-MM-DD"
        :clearable="false"
        aria-label="Last day"
        @update:model-value="set({ from, until: $event })"
      />
    </span>
    <div class="segments" role="group" aria-label="By">
      <button
        v-for="one in kinds"
        :key="one"
        type="button"
        :aria-pressed="one === by"
        @click="set({ by: one })"
      >
        {{ BY[one].words }}
      </button>
    </div>
  </div>
  <template v-if="report">
    <p v-if="report.missing > 2" class="small" role="status">
      {{ count(report.missing, 'day') }} of this time {{ report.missing === 1 ? 'is' : 'are' }} still being
      summed up.
    </p>
    <template v-if="report.total.documents">
      <p class="sums">
        {{ count(report.total.pages, 'page') }}, {{ bytes(report.total.bytes) }}.
        <template v-if="report.total.median != null">
          Half arrived within {{ timeWords(report.total.median) }} of being sent, 95 % within
          {{ timeWords(report.total.p95) }}.
        </template>
        <template v-if="report.total.failed">{{ figure(report.total.failed) }} failed.</template>
        <template v-if="report.total.sides.judged">
          {{ sideWords(report.total.sides, 'blank') }} of the sides were blank and left out,
          {{ sideWords(report.total.sides, 'colour') }} in colour.
        </template>
      </p>
      <ReportChart :report="report" />
      <details v-if="by !== 'HOUR'">
        <summary class="small">Days as a table</summary>
        <table class="table narrow">
          <thead>
            <tr>
              <th scope="col">Day</th>
              <th scope="col" class="number">Documents</th>
              <th scope="col" class="number">Arrived</th>
              <th scope="col" class="number">Failed</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="day in everyDay(report)" :key="day.day">
              <td>{{ day.day }}</td>
              <td class="number">{{ figure(day.documents) }}</td>
              <td class="number">{{ figure(day.arrived) }}</td>
              <td class="number">{{ figure(day.failed) }}</td>
            </tr>
          </tbody>
        </table>
      </details>
      <div class="wide">
        <table class="table">
          <thead>
            <tr>
              <th scope="col">{{ BY[by].head }}</th>
              <th
                v-for="column in COLUMNS"
                :key="column.key"
                scope="col"
                :class="{ number: column.key !== 'success' }"
                :aria-sort="ariaSort(column.key)"
              >
                <button type="button" class="sort" @click="orderBy(column.key)">
                  {{ column.words
                  }}<span v-if="sort === column.key" aria-hidden="true">{{ upwards ? ' ↑' : ' ↓' }}</span>
                </button>
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in shown" :key="row.subject">
              <td>
                <RouterLink v-if="linkOf(row)" :to="linkOf(row)!">{{ nameOf(by, row) }}</RouterLink>
                <template v-else>{{ nameOf(by, row) }}</template>
                <span class="caption detail"
                  >{{ row.detail }}{{ row.gone && row.name ? ' (removed)' : '' }}</span
                >
              </td>
              <td class="number documents">
                <svg width="70" height="10" aria-hidden="true">
                  <rect height="10" :width="(70 * row.figures.documents) / most" />
                </svg>
                <span>{{ figure(row.figures.documents) }}</span>
              </td>
              <td class="number">{{ figure(row.figures.pages) }}</td>
              <td class="number">{{ bytes(row.figures.bytes) }}</td>
              <td class="number">{{ sideWords(row.figures.sides, 'blank') }}</td>
              <td class="number">{{ sideWords(row.figures.sides, 'colour') }}</td>
              <td class="number">{{ row.figures.failed ? figure(row.figures.failed) : '' }}</td>
              <td><SuccessRange :success="row.figures.success" /></td>
              <td class="number">{{ timeWords(row.figures.median) }}</td>
              <td class="number">{{ timeWords(row.figures.p95) }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <button v-if="rows.length > shown.length" type="button" class="link small" @click="all = true">
        Show {{ figure(rows.length - shown.length) }} more
      </button>
      <p v-else-if="report.more" class="small">
        {{ figure(report.more) }} with fewer documents are not shown; the export as CSV has them.
      </p>
      <p class="caption explained">
        The bar beside a share is the range in which it lies with 95 % confidence (Wilson): it is wide where
        there were few.
        <template v-if="by === 'DESTINATION'"
          >A document that goes to several is counted at each. Size is what went over the line: as mail a
          third more than the files.</template
        >
        <template v-if="by === 'PLACE'">Places are those where the devices stand now.</template>
      </p>
    </template>
    <p v-else class="empty-view">Nothing was sent in this time.</p>
    <section v-if="unused.length && by !== 'HOUR'" aria-labelledby="unused">
      <h2 id="unused">Not used in this time</h2>
      <p class="small">
        <template v-for="(row, n) in unused" :key="row.subject"
          ><template v-if="n">, </template
          ><RouterLink v-if="linkOf(row)" :to="linkOf(row)!">{{ nameOf(by, row) }}</RouterLink
          ><template v-else>{{ nameOf(by, row) }}</template></template
        >
        <template v-if="report.moreUnused"> and {{ figure(report.moreUnused) }} more</template>
      </p>
    </section>
  </template>
</template>

<style scoped>
.asks {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
  margin: 10px 0;
}
.dates {
  display: inline-flex;
  gap: 6px;
  align-items: center;
}
.dates :deep(.el-date-editor) {
  width: 134px;
}
.sums {
  margin-top: 6px;
}
.number {
  text-align: right;
  font-variant-numeric: tabular-nums;
  white-space: nowrap;
}
.detail {
  margin-left: 6px;
}
.documents svg {
  margin-right: 8px;
}
/* Bars begin below each other, however long the figures are. */
.documents span {
  display: inline-block;
  min-width: 5.5ch;
}
.documents rect {
  fill: var(--moving);
}
.wide {
  overflow-x: auto;
}
.sort {
  padding: 4px 0;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  cursor: pointer;
}
.sort:hover {
  text-decoration: underline;
}
.narrow {
  max-width: 480px;
}
.explained {
  margin-top: 8px;
}
section {
  margin-top: 20px;
}
</style>
