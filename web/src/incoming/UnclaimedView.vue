<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { useSession } from '@/app/session';
import { api, ask, type Schemas } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import { count, when } from '@/shared/format';
import TitleBar from '@/shared/TitleBar.vue';
import IntakeAddress from './IntakeAddress.vue';
import UnclaimedScan from './UnclaimedScan.vue';

/** Scans that devices sent by themselves: those that wait for somebody, and what became of the others. */
const { may } = useSession();
const query = useQuery({ queryKey: ['incoming'], queryFn: () => ask(api.GET('/api/incoming')) });
const state = useQuery({
  queryKey: ['incoming', 'state'],
  queryFn: () => ask(api.GET('/api/incoming/state')),
});
const unclaimed = computed(() => query.data.value?.unclaimed ?? []);
const latest = computed(() => query.data.value?.latest ?? []);
const title = computed(() =>
  query.data.value?.waiting ? `${count(query.data.value.waiting, 'scan')} unclaimed` : 'Nothing is unclaimed',
);
const STATES: Record<string, string> = {
  SENT: 'sent',
  IGNORED: 'no scan',
  REFUSED: 'refused',
  REMOVED: 'removed',
};
const WAYS: Record<Schemas['IncomingView']['way'], string> = {
  MAIL: 'mail',
  SFTP: 'SFTP',
  FTP: 'FTP',
  FOLDER: 'folder',
};
const takes = computed(
  () =>
    !!state.data.value &&
    [state.data.value.mail, state.data.value.sftp, state.data.value.ftp].some((door) => door.on),
);
</script>

<template>
  <TitleBar
    :title="title"
    :hint="`Scans that devices sent and that name no person or no job. After ${query.data.value?.keepDays ?? 30} days they are removed.`"
  >
    <RouterLink class="button" to="/inboxes">Inboxes</RouterLink>
  </TitleBar>
  <ErrorNote :error="query.error.value ?? state.error.value" />
  <ul v-if="unclaimed.length" class="waiting">
    <UnclaimedScan v-for="scan in unclaimed" :key="scan.id" :scan="scan" />
  </ul>
  <p v-if="(query.data.value?.waiting ?? 0) > unclaimed.length" class="quiet small">
    The oldest {{ unclaimed.length }} are shown.
  </p>
  <p v-if="state.data.value && !takes" class="empty-view">
    Devices that cannot be reached from here can send their scans by mail or as files. Both are switched off:
    <RouterLink v-if="may('CHANGE_SETUP')" to="/settings#intake">Settings, Scans by mail</RouterLink
    ><template v-else>an administrator can switch them on under Settings</template>.
  </p>
  <section v-if="state.data.value?.mail.on" aria-labelledby="addresses">
    <h2 id="addresses">Addresses for devices that send mail</h2>
    <IntakeAddress :domain="state.data.value.domain" />
  </section>
  <section v-if="latest.length" aria-labelledby="latest">
    <h2 id="latest">Latest</h2>
    <table class="table">
      <thead>
        <tr>
          <th scope="col">Came</th>
          <th scope="col">By</th>
          <th scope="col">From</th>
          <th scope="col">To</th>
          <th scope="col">Subject or file</th>
          <th scope="col">Person</th>
          <th scope="col">What became of it</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in latest" :key="one.id">
          <td>{{ when(one.arrivedAt) }}</td>
          <td>{{ WAYS[one.way] }}</td>
          <td class="cut" :class="{ mono: one.way === 'MAIL' }">{{ one.sender }}</td>
          <td class="mono cut">{{ one.recipient }}</td>
          <td class="cut">{{ one.subject }}</td>
          <td>{{ one.person }}</td>
          <td>
            <RouterLink v-if="one.deliveryId" :to="'/deliveries/' + one.deliveryId">{{
              STATES[one.state]
            }}</RouterLink>
            <template v-else>{{ one.why || STATES[one.state] }}</template><template v-if="one.settledBy">
              by {{ one.settledBy }}</template
            >
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.waiting {
  margin: 0 0 24px;
  padding: 0;
  list-style: none;
}
section {
  margin: 18px 0 28px;
  overflow-x: auto;
}
.cut {
  max-width: 220px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
