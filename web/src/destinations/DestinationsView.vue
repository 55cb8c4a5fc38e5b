<script setup lang="ts">
import { ref } from 'vue';
import { useRouter } from 'vue-router';
import { useSession } from '@/app/session';
import { api, ask, type Schemas } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import { ago, count } from '@/shared/format';
import { nextOf, useKeys } from '@/shared/keys';
import StateMark from '@/shared/StateMark.vue';
import ListTools from '@/shared/ListTools.vue';
import ShowMore from '@/shared/ShowMore.vue';
import SortHead from '@/shared/SortHead.vue';
import { useLongList } from '@/shared/longList';
import TitleBar from '@/shared/TitleBar.vue';
import { isBrowsable, kindWords } from './kinds';

const { may } = useSession();
const router = useRouter();
const list = useLongList('destinations', (query, signal) =>
  ask(api.GET('/api/destinations', { params: { query }, signal })),
);
const { query, rows, total } = list;
const at = ref(-1);

function probed(row: Schemas['DestinationRow']) {
  if (!row.isFolder) return undefined;
  if (!row.lastProbe) return { mark: 'open', words: 'not probed yet' } as const;
  return row.lastProbe.passed
    ? ({ mark: 'accepted', words: `passed ${ago(row.lastProbe.at)}` } as const)
    : ({ mark: 'failed', words: row.lastProbe.sentence } as const);
}
function move(step: number) {
  const next = nextOf(rows.value, at.value, step);
  if (next) at.value = rows.value.indexOf(next);
}
useKeys({
  n: () => void router.push('/destinations/new'),
  j: () => move(1),
  k: () => move(-1),
  Enter: () => rows.value[at.value] && void router.push('/destinations/' + rows.value[at.value]!.id),
});
</script>

<template>
  <TitleBar :title="total ? count(total, 'destination') : 'Destinations'" hint="Where scans go">
    <RouterLink
      v-if="may('CHANGE_SETUP')"
      class="button"
      :class="{ stamp: total === 0 && !query.isLoading.value }"
      to="/destinations/new"
      >New destination</RouterLink
    >
  </TitleBar>
  <ErrorNote :error="query.error.value" />
  <ListTools :list="list" label="Name or place" attention="Only those whose probe failed" />
  <table v-if="total" class="table opens">
    <thead>
      <tr>
        <SortHead :list="list" column="name">Destination</SortHead>
        <SortHead :list="list" column="kind">Kind</SortHead>
        <SortHead :list="list" column="where">Where</SortHead>
        <SortHead :list="list" column="through">Through</SortHead>
        <th scope="col">Probe</th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="(row, i) in rows"
        :key="row.id"
        :class="{ open: i === at }"
        @click="router.push('/destinations/' + row.id)"
      >
        <td>
          <RouterLink :to="'/destinations/' + row.id">{{ row.name }}</RouterLink>
        </td>
        <td>{{ kindWords(row.kind) }}</td>
        <td :class="{ mono: isBrowsable(row.kind) || row.kind === 'MAIL_FIXED' }">{{ row.where }}</td>
        <td class="quiet">{{ row.isFolder ? '' : row.routeName }}</td>
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
  <ShowMore :list="list" />
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
