<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { useRouter } from 'vue-router';
import { useSession } from '@/app/session';
import { api, ask, type Schemas } from '@/api/client';
import BookLinks from '@/contacts/BookLinks.vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import { ago, count } from '@/shared/format';
import { useKeys } from '@/shared/keys';
import StateMark from '@/shared/StateMark.vue';
import TitleBar from '@/shared/TitleBar.vue';

const { may } = useSession();
const router = useRouter();
const query = useQuery({ queryKey: ['directories'], queryFn: () => ask(api.GET('/api/directories')) });
const TAKES: Record<Schemas['DirectoryView']['takesPeople'], (time: string) => string> = {
  BY_HAND: () => 'manually',
  HOURLY: () => 'every hour',
  DAILY: (time) => `daily at ${time}`,
};

function probed({ lastProbe }: Schemas['DirectoryView']) {
  if (!lastProbe) return { mark: 'open', words: 'not probed yet' } as const;
  return lastProbe.passed
    ? ({ mark: 'accepted', words: `answered ${ago(lastProbe.at)}` } as const)
    : ({ mark: 'failed', words: `${lastProbe.sentence} ${ago(lastProbe.at)}` } as const);
}
useKeys({ n: () => void router.push('/directories/new') });
</script>

<template>
  <TitleBar
    :title="
      query.data.value?.length ? count(query.data.value.length, 'directory', 'directories') : 'Directories'
    "
    hint="Where people come from, and where recipients are found beside the address book (LDAP)"
  >
    <template #under><BookLinks /></template>
    <RouterLink v-if="may('CHANGE_SETUP')" class="button" to="/directories/new">Add a directory</RouterLink>
  </TitleBar>
  <ErrorNote :error="query.error.value" />
  <table v-if="query.data.value?.length" class="table opens">
    <thead>
      <tr>
        <th scope="col">Directory</th>
        <th scope="col">Where</th>
        <th scope="col">Imports people</th>
        <th scope="col">Recipients at panels</th>
        <th scope="col">Probe</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="one in query.data.value" :key="one.id" @click="router.push('/directories/' + one.id)">
        <td>
          <RouterLink :to="'/directories/' + one.id">{{ one.name }}</RouterLink>
        </td>
        <td class="mono">{{ one.host }}:{{ one.port }}</td>
        <td>{{ TAKES[one.takesPeople](one.time) }}</td>
        <td>{{ one.search ? 'searched' : 'not searched' }}</td>
        <td><StateMark :mark="probed(one).mark" silent /> {{ probed(one).words }}</td>
      </tr>
    </tbody>
  </table>
  <p v-else-if="!query.isLoading.value" class="empty-view">
    With a directory, people and their groups come by themselves: who joins can scan, who leaves can no longer
    sign in. Recipients are found in it while somebody types at a panel.
  </p>
</template>
