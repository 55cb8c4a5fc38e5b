<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { api, ask, type Schemas } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import { ago, count } from '@/shared/format';
import { nextOf, useKeys } from '@/shared/keys';
import StateMark from '@/shared/StateMark.vue';
import ShowMore from '@/shared/ShowMore.vue';
import FilterBox from '@/shared/FilterBox.vue';
import { useLongList } from '@/shared/longList';
import TitleBar from '@/shared/TitleBar.vue';
import { isBrowsable, kindWords } from './kinds';

const router = useRouter();
const query = useQuery({ queryKey: ['destinations'], queryFn: () => ask(api.GET('/api/destinations')) });
const rows = computed(() => query.data.value ?? []);
const { words, isLong, shown, hidden, showMore } = useLongList(rows, (row) => `${row.name} ${row.where}`);
const at = ref(-1);

function probed(row: Schemas['DestinationView']) {
  if (!row.folder) return undefined;
  if (!row.lastProbe) return { mark: 'open', words: 'not probed yet' } as const;
  return row.lastProbe.passed
    ? ({ mark: 'accepted', words: `passed ${ago(row.lastProbe.at)}` } as const)
    : ({ mark: 'failed', words: row.lastProbe.sentence } as const);
}
function move(step: number) {
  const next = nextOf(shown.value, at.value, step);
  if (next) at.value = shown.value.indexOf(next);
}
useKeys({
  n: () => void router.push('/destinations/new'),
  j: () => move(1),
  k: () => move(-1),
  Enter: () => shown.value[at.value] && void router.push('/destinations/' + shown.value[at.value]!.id),
});
</script>

<template>
  <TitleBar :title="rows.length ? count(rows.length, 'destination') : 'Destinations'" hint="Where scans go">
    <RouterLink
      class="button"
      :class="{ stamp: rows.length === 0 && !query.isLoading.value }"
      to="/destinations/new"
      >New destination</RouterLink
    >
  </TitleBar>
  <ErrorNote :error="query.error.value" />
  <FilterBox v-if="isLong" v-model="words" label="Name or place" />
  <table v-if="rows.length" class="table opens">
    <thead>
      <tr>
        <th scope="col">Destination</th>
        <th scope="col">Kind</th>
        <th scope="col">Where</th>
        <th scope="col">Through</th>
        <th scope="col">Probe</th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="(row, i) in shown"
        :key="row.id"
        :class="{ open: i === at }"
        @click="router.push('/destinations/' + row.id)"
      >
        <td>
          <RouterLink :to="'/destinations/' + row.id">{{ row.name }}</RouterLink>
        </td>
        <td>{{ kindWords(row.kind) }}</td>
        <td :class="{ mono: isBrowsable(row.kind) || row.kind === 'MAIL_FIXED' }">{{ row.where }}</td>
        <td class="quiet">{{ row.folder ? '' : row.routeName }}</td>
        <td class="small probe">
          <template v-if="probed(row)">
            <StateMark :mark="probed(row)!.mark" silent /> {{ probed(row)!.words }}
          </template>
        </td>
      </tr>
    </tbody>
  </table>
  <p v-else-if="!query.isLoading.value" class="empty-view">
    A destination is a place that scans go to: a mailbox, a network folder, a folder on a server, a download
    page. Each can be probed before anybody scans.
  </p>
  <ShowMore v-if="rows.length" :hidden="hidden" :none="!shown.length" @more="showMore" />
</template>

<style scoped>
tr.open td {
  background: var(--paper-1);
}
.probe {
  white-space: nowrap;
  min-width: 130px;
}
td.mono {
  overflow-wrap: anywhere;
}
</style>
