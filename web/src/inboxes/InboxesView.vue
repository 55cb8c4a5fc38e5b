<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { useRouter } from 'vue-router';
import { useSession } from '@/app/session';
import { api, ask } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import { count } from '@/shared/format';
import { useKeys } from '@/shared/keys';
import StateMark from '@/shared/StateMark.vue';
import TitleBar from '@/shared/TitleBar.vue';
import InboxWhere from './InboxWhere.vue';
import { stateOf } from './inboxes';
import PickedName from './PickedName.vue';

const { may } = useSession();
const router = useRouter();
const query = useQuery({
  queryKey: ['inboxes'],
  queryFn: () => ask(api.GET('/api/inboxes')),
  refetchInterval: 15_000,
});
const intake = useQuery({
  queryKey: ['incoming', 'state'],
  queryFn: () => ask(api.GET('/api/incoming/state')),
});
useKeys({ n: () => void router.push('/inboxes/new') });
</script>

<template>
  <TitleBar
    :title="query.data.value?.length ? count(query.data.value.length, 'inbox', 'inboxes') : 'Inboxes'"
    hint="Where files arrive that devices send by themselves"
  >
    <RouterLink class="button" to="/unclaimed">Unclaimed</RouterLink>
    <RouterLink v-if="may('CHANGE_SETUP')" class="button" to="/inboxes/new">Add an inbox</RouterLink>
  </TitleBar>
  <ErrorNote :error="query.error.value" />
  <table v-if="query.data.value?.length" class="table opens">
    <thead>
      <tr>
        <th scope="col">Inbox</th>
        <th scope="col">Where</th>
        <th scope="col">Job</th>
        <th scope="col">Person</th>
        <th scope="col">State</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="one in query.data.value" :key="one.id" @click="router.push('/inboxes/' + one.id)">
        <td>
          <RouterLink :to="'/inboxes/' + one.id">{{ one.name }}</RouterLink>
        </td>
        <td><InboxWhere :inbox="one" /></td>
        <td><PickedName :id="one.jobId" area="jobs" none="named by the folder" /></td>
        <td><PickedName :id="one.personId" area="people" none="named by the folder" /></td>
        <td>
          <StateMark :mark="stateOf(one, intake.data.value).mark" silent />
          {{ stateOf(one, intake.data.value).words }}
        </td>
      </tr>
    </tbody>
  </table>
  <p v-else-if="!query.isLoading.value" class="empty-view">
    Devices that cannot be reached from here can send files. Give each an account and let it sign in by SFTP
    or FTP, or let it save into a folder on a server that Courier looks into.
    <RouterLink v-if="may('CHANGE_SETUP')" to="/inboxes/new">Add an inbox</RouterLink>
  </p>
</template>
