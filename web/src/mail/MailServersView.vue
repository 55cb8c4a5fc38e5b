<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { useRouter } from 'vue-router';
import { useSession } from '@/app/session';
import { api, ask, type Schemas } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import { ago, count } from '@/shared/format';
import { useKeys } from '@/shared/keys';
import StateMark from '@/shared/StateMark.vue';
import TitleBar from '@/shared/TitleBar.vue';

const { may } = useSession();
const router = useRouter();
const query = useQuery({ queryKey: ['mail-servers'], queryFn: () => ask(api.GET('/api/mail-servers')) });
const ENCRYPTIONS = { NONE: 'not encrypted', STARTTLS: 'STARTTLS', TLS: 'TLS from the start' } as const;

function probed(server: Schemas['MailServerView']) {
  if (!server.lastProbe) return { mark: 'open', words: 'not probed yet' } as const;
  return server.lastProbe.passed
    ? ({ mark: 'accepted', words: `passed ${ago(server.lastProbe.at)}` } as const)
    : ({ mark: 'failed', words: `${server.lastProbe.sentence} ${ago(server.lastProbe.at)}` } as const);
}
useKeys({ n: () => void router.push('/mail-servers/new') });
</script>

<template>
  <TitleBar
    :title="query.data.value?.length ? count(query.data.value.length, 'mail server') : 'Mail servers'"
    hint="How the office sends mail"
  >
    <RouterLink v-if="may('CHANGE_SETUP')" class="button" to="/mail-servers/new"
      >Add a mail server</RouterLink
    >
  </TitleBar>
  <ErrorNote :error="query.error.value" />
  <table v-if="query.data.value?.length" class="table opens">
    <thead>
      <tr>
        <th scope="col">Mail server</th>
        <th scope="col">Where</th>
        <th scope="col">Encryption</th>
        <th scope="col">Sends as</th>
        <th scope="col">Probe</th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="server in query.data.value"
        :key="server.id"
        @click="router.push('/mail-servers/' + server.id)"
      >
        <td>
          <RouterLink :to="'/mail-servers/' + server.id">{{ server.name }}</RouterLink>
        </td>
        <td class="mono">{{ server.host }}:{{ server.port }}</td>
        <td>{{ ENCRYPTIONS[server.encryption] }}</td>
        <td class="mono">{{ server.senderIsPerson ? 'the signed-in person' : server.sender }}</td>
        <td><StateMark :mark="probed(server).mark" silent /> {{ probed(server).words }}</td>
      </tr>
    </tbody>
  </table>
  <p v-else-if="!query.isLoading.value" class="empty-view">
    Courier sends scans through a mail server of yours. Add it with an account that may send; a probe then
    tries every step and says where it fails.
  </p>
</template>
