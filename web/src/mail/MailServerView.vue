<script setup lang="ts">
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import type { Schemas } from '@/api/client';
import ChoiceRow from '@/shared/ChoiceRow.vue';
import ClientSecret from '@/shared/ClientSecret.vue';
import AskDelete from '@/shared/AskDelete.vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import ProbeHeads from '@/shared/ProbeHeads.vue';
import FoundHere from '@/preflight/FoundHere.vue';
import TitleBar from '@/shared/TitleBar.vue';
import UsedBy from '@/shared/UsedBy.vue';
import WholeDialogue from '@/shared/WholeDialogue.vue';
import { afterColon } from '@/shared/format';
import EncryptionFields from '@/shared/EncryptionFields.vue';
import FormField from '@/shared/FormField.vue';
import SetUpForm from '@/shared/SetUpForm.vue';
import { useKeys } from '@/shared/keys';
import ProbeRow from '@/shared/ProbeRow.vue';
import ShownCertificate from '@/shared/ShownCertificate.vue';
import TextField from '@/shared/TextField.vue';
import WhatStops from '@/shared/WhatStops.vue';
import GuessServer from './GuessServer.vue';
import { useMailServer } from './useMailServer';

const router = useRouter();
const {
  id,
  isNew,
  ready,
  open,
  query,
  form,
  testTo,
  report,
  step,
  probing,
  dirty,
  save,
  probe,
  remove,
  trust,
  general,
  busy,
} = useMailServer();
const TOKEN_EXAMPLE = 'https://login.office.example/token';
const dialogue = ref(false);
const asking = ref(false);

const title = computed(() => {
  if (isNew.value) return 'Add a mail server';
  const name = query.data.value?.name ?? '';
  if (!report.value) return name;
  return report.value.passed ? `${name} takes mail` : `${name}: ${afterColon(report.value.sentence)}`;
});
const hint = computed(() => {
  if (dirty.value && !isNew.value) return 'Changed, not saved yet. The probe tries what stands here.';
  if (query.data.value?.advice) return query.data.value.advice;
  return isNew.value
    ? 'Fill in what you know, then probe: each step says what it found.'
    : 'Each setting is tested by the step beside it.';
});
function guessed({ host, port, encryption }: Schemas['Guess'], address: string) {
  Object.assign(form.value, {
    host,
    port,
    encryption,
    sender: address,
    account: address,
    signIn: 'PASSWORD',
  });
  form.value.name ||= address.split('@')[1] ?? '';
}
const secretLabel = computed(() => {
  const what = form.value.signIn === 'BEARER' ? 'Refresh token' : 'Password';
  return query.data.value?.hasPassword ? `${what} (stored; enter to change)` : what;
});
useKeys({
  t: () => void probe(),
  e: () => document.querySelector<HTMLElement>('.server input')?.focus(),
  Escape: () => void router.push('/mail-servers'),
});
</script>

<template>
  <ErrorNote :error="query.error.value" />
  <SetUpForm v-if="ready" class="server" @save="save">
    <TitleBar :title="title" :hint="hint">
      <template v-if="!isNew" #under
        ><UsedBy v-if="open" :of="open" kind="MAIL_SERVER" /><FoundHere :id="id" kind="MAIL_SERVER"
      /></template>
      <button type="submit" class="button" :class="{ ink: dirty }" :disabled="busy">Save</button>
      <button
        type="button"
        class="button"
        :class="{ stamp: !dirty || isNew }"
        :disabled="busy || probing"
        @click="probe"
      >
        {{ probing ? 'Probing ...' : report ? 'Probe again' : 'Probe' }}
      </button>
    </TitleBar>
    <ErrorNote :error="general" />
    <GuessServer v-if="isNew" @take="guessed" />
    <ProbeHeads :report="report" :probing="probing" />
    <ProbeRow :step="step('NAME')" first :report="report" @dialogue="dialogue = true">
      <div class="pair">
        <TextField v-model="form.name" :maxlength="60" label="Name, as the office calls it" name="name" />
        <TextField v-model="form.host" mono placeholder="mail.office.example" label="Server" name="host" />
      </div>
    </ProbeRow>
    <ProbeRow :step="step('REACHED')" :report="report" @dialogue="dialogue = true">
      <TextField v-model="form.port" mono short label="Port" name="port" />
    </ProbeRow>
    <ProbeRow :step="step('GREETED')" :report="report" @dialogue="dialogue = true">
      <TextField
        v-model="form.sizeLimitMb"
        short
        label="Message size limit (MB)"
        name="sizeLimitMb"
        :hint="
          report?.announcedSizeMb
            ? `The server itself says ${report.announcedSizeMb} MB.`
            : '0 leaves it to the server.'
        "
      />
    </ProbeRow>
    <ProbeRow :step="step('ENCRYPTED')" :report="report" @dialogue="dialogue = true">
      <EncryptionFields
        v-model="form"
        secret="the password and every scan"
        :ports="{ NONE: 25, STARTTLS: 587, TLS: 465 }"
      />
      <template #found>
        <ShownCertificate :report="report" @trust="trust" />
      </template>
    </ProbeRow>
    <ProbeRow :step="step('SIGNED_IN')" :report="report" @dialogue="dialogue = true">
      <FormField label="Sign-in" name="signIn">
        <ChoiceRow
          v-model="form.signIn"
          label="Sign-in"
          :options="[
            { value: 'NONE', words: 'None' },
            { value: 'PASSWORD', words: 'Password or app password' },
            { value: 'BEARER', words: 'Token' },
          ]"
        />
      </FormField>
      <template v-if="form.signIn === 'BEARER'">
        <TextField
          v-model="form.tokenEndpoint"
          mono
          :placeholder="TOKEN_EXAMPLE"
          label="Token endpoint"
          name="tokenEndpoint"
        />
        <div class="pair">
          <TextField v-model="form.clientId" mono label="Client id" name="clientId" />
          <ClientSecret
            v-model="form.clientSecret"
            name="clientSecret"
            :kept="query.data.value?.hasClientSecret ?? false"
          />
        </div>
      </template>
      <div v-if="form.signIn !== 'NONE'" class="pair">
        <TextField v-model="form.account" mono label="Account" name="account" />
        <TextField v-model="form.password" type="password" :label="secretLabel" name="password" />
        <WhatStops v-if="form.password && !isNew" :id="id" kind="MAIL_SERVER" class="both" />
      </div>
    </ProbeRow>
    <ProbeRow :step="step('SENDER')" :report="report" @dialogue="dialogue = true">
      <div class="pair">
        <TextField
          v-model="form.sender"
          mono
          placeholder="scans@office.example"
          label="Sender address"
          name="sender"
        />
        <FormField
          label="From whom mail comes"
          name="senderIsPerson"
          :hint="form.senderIsPerson ? 'Where the server allows it.' : 'Answers go to the person.'"
        >
          <ChoiceRow
            v-model="form.senderIsPerson"
            label="From whom mail comes"
            :options="[
              { value: false, words: 'This address' },
              { value: true, words: 'Who scans' },
            ]"
          />
        </FormField>
      </div>
    </ProbeRow>
    <ProbeRow :step="step('RECIPIENT')" :report="report" @dialogue="dialogue = true">
      <TextField v-model="testTo" mono label="Test message to" name="testTo" />
    </ProbeRow>
    <ProbeRow :step="step('ACCEPTED')" last :report="report" @dialogue="dialogue = true">
      <p class="caption">A real message is sent, so look whether it arrives.</p>
      <button v-if="!isNew" type="button" class="link small delete" @click="asking = true">
        Delete this server
      </button>
    </ProbeRow>
  </SetUpForm>
  <WholeDialogue v-model="dialogue" :lines="report?.dialogue ?? []" />
  <AskDelete v-model="asking" :name="form.name" :of="{ kind: 'MAIL_SERVER', id }" @remove="remove()" />
</template>

<style scoped>
.pair .both {
  grid-column: 1 / -1;
}
.pair {
  display: grid;
  grid-template-columns: minmax(0, 5fr) minmax(0, 6fr);
  gap: 10px;
}
.delete {
  color: var(--failed);
}
</style>
