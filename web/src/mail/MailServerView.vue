<script setup lang="ts">
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import type { Schemas } from '@/api/client';
import ChoiceRow from '@/shared/ChoiceRow.vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import FormField from '@/shared/FormField.vue';
import { clockSeconds } from '@/shared/format';
import { useKeys } from '@/shared/keys';
import ProbeRow from '@/shared/ProbeRow.vue';
import { useMailServer } from './useMailServer';

type StepName = Schemas['StepResult']['step'];
const router = useRouter();
const { isNew, query, form, testTo, report, probing, dirty, save, probe, remove, trust, general, busy } =
  useMailServer();
const TOKEN_EXAMPLE = 'https://login.office.example/token';
const dialogue = ref(false);
const asking = ref(false);

const title = computed(() => {
  if (isNew.value) return 'Add a mail server';
  const name = query.data.value?.name ?? '';
  if (!report.value) return name;
  return report.value.passed ? `${name} takes mail` : `${name}: ${report.value.sentence.replace(/\.$/, '')}`;
});
const hint = computed(() => {
  if (dirty.value && !isNew.value) return 'Changed, not saved yet. The probe tries what stands here.';
  if (query.data.value?.advice) return query.data.value.advice;
  return isNew.value
    ? 'Fill in what you know, then probe: each step says what it found.'
    : 'What stands on the left is tried on the right.';
});
const failedAt = computed(() => report.value?.steps.findIndex((step) => step.state === 'FAILED') ?? -1);
function step(name: StepName) {
  return report.value?.steps.find((s) => s.step === name);
}
const when = computed(() => {
  if (probing.value) return 'trying ...';
  if (!report.value) return 'not tried yet';
  const at = clockSeconds(report.value.at);
  return report.value.passed
    ? `${at}, all steps passed`
    : `${at}, stopped at step ${failedAt.value + 1} of ${report.value.steps.length}`;
});
const CERTIFICATE: { value: Schemas['MailServerForm']['certificateCheck']; words: string }[] = [
  { value: 'MUST_BE_VALID', words: 'Must be valid' },
  { value: 'EXACTLY_THIS', words: 'Exactly this one' },
  { value: 'OFF', words: 'Not checked' },
];
/** The customary port goes with the encryption, unless somebody chose another. */
function encryptionChosen() {
  const usual = { NONE: 25, STARTTLS: 587, TLS: 465 }[form.value.encryption];
  if ([25, 465, 587].includes(form.value.port)) form.value.port = usual;
}
const secretLabel = computed(() => {
  const what = form.value.signIn === 'BEARER' ? 'Refresh token' : 'Password';
  return query.data.value?.hasPassword ? `${what}, kept; enter to change` : what;
});
const certificateCause = computed(() => report.value?.cause?.startsWith('CERTIFICATE') ?? false);
useKeys({
  t: () => void probe(),
  e: () => document.querySelector<HTMLElement>('.server input')?.focus(),
  Escape: () => void router.push('/mail-servers'),
});
</script>

<template>
  <form class="server" novalidate @submit.prevent="save">
    <div class="title">
      <div>
        <h1>{{ title }}</h1>
        <p class="quiet small">{{ hint }}</p>
      </div>
      <div class="actions">
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
      </div>
    </div>
    <ErrorNote :error="query.error.value ?? general" />
    <div class="heads">
      <h2>Settings</h2>
      <div class="head">
        <h2>Probe</h2>
        <p class="quiet small" role="status">{{ when }}</p>
      </div>
    </div>
    <ProbeRow :step="step('NAME')" first :report="report" @dialogue="dialogue = true">
      <div class="pair">
        <FormField v-slot="f" label="Name, as the office calls it" name="name">
          <el-input :id="f.id" v-model="form.name" maxlength="60" :aria-describedby="f.describedby" />
        </FormField>
        <FormField v-slot="f" label="Server" name="host">
          <el-input
            :id="f.id"
            v-model="form.host"
            class="mono"
            placeholder="mail.office.example"
            :aria-describedby="f.describedby"
          />
        </FormField>
      </div>
    </ProbeRow>
    <ProbeRow :step="step('REACHED')" :report="report" @dialogue="dialogue = true">
      <FormField v-slot="f" label="Port" name="port">
        <el-input
          :id="f.id"
          v-model.number="form.port"
          class="mono short"
          inputmode="numeric"
          :aria-describedby="f.describedby"
        />
      </FormField>
    </ProbeRow>
    <ProbeRow :step="step('GREETED')" :report="report" @dialogue="dialogue = true">
      <FormField
        v-slot="f"
        label="Size limit, MB as mail"
        name="sizeLimitMb"
        :hint="
          report?.announcedSizeMb
            ? `The server itself says ${report.announcedSizeMb} MB.`
            : '0 leaves it to the server.'
        "
      >
        <el-input
          :id="f.id"
          v-model.number="form.sizeLimitMb"
          class="short"
          inputmode="numeric"
          :aria-describedby="f.describedby"
        />
      </FormField>
    </ProbeRow>
    <ProbeRow :step="step('ENCRYPTED')" :report="report" @dialogue="dialogue = true">
      <FormField label="Encryption" name="encryption">
        <ChoiceRow
          v-model="form.encryption"
          label="Encryption"
          :options="[
            { value: 'NONE', words: 'None' },
            { value: 'STARTTLS', words: 'STARTTLS' },
            { value: 'TLS', words: 'TLS first' },
          ]"
          @change="encryptionChosen"
        />
      </FormField>
      <FormField v-if="form.encryption !== 'NONE'" label="Certificate" name="fingerprint">
        <ChoiceRow v-model="form.certificateCheck" label="Certificate" :options="CERTIFICATE" />
      </FormField>
      <p v-if="form.encryption !== 'NONE' && form.certificateCheck === 'EXACTLY_THIS'" class="mono caption">
        {{ form.fingerprint || 'Probe, then trust what it shows.' }}
      </p>
      <p v-if="form.encryption !== 'NONE' && form.certificateCheck === 'OFF'" class="warn small">
        Not checked: somebody in between could read the password and every scan.
      </p>
      <template #found>
        <div v-if="report?.certificate" class="certificate small">
          <p>
            {{ report.certificate.subject }}, until {{ report.certificate.until?.slice(0, 10) }}.
            <span class="quiet">{{ report.certificate.verdict }}</span>
          </p>
          <p class="mono caption">{{ report.certificate.fingerprint }}</p>
          <button v-if="certificateCause" type="button" class="button stamp" @click="trust">
            Trust exactly this one
          </button>
        </div>
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
      <div v-if="form.signIn === 'BEARER'" class="pair">
        <FormField v-slot="f" label="Where tokens are had" name="tokenEndpoint">
          <el-input
            :id="f.id"
            v-model="form.tokenEndpoint"
            class="mono"
            :placeholder="TOKEN_EXAMPLE"
            :aria-describedby="f.describedby"
          />
        </FormField>
        <FormField v-slot="f" label="Client id" name="clientId">
          <el-input :id="f.id" v-model="form.clientId" class="mono" :aria-describedby="f.describedby" />
        </FormField>
      </div>
      <div v-if="form.signIn !== 'NONE'" class="pair">
        <FormField v-slot="f" label="Account" name="account">
          <el-input
            :id="f.id"
            v-model="form.account"
            class="mono"
            autocomplete="off"
            :aria-describedby="f.describedby"
          />
        </FormField>
        <FormField v-slot="f" :label="secretLabel" name="password">
          <el-input
            :id="f.id"
            v-model="form.password"
            type="password"
            autocomplete="new-password"
            :aria-describedby="f.describedby"
          />
        </FormField>
      </div>
    </ProbeRow>
    <ProbeRow :step="step('SENDER')" :report="report" @dialogue="dialogue = true">
      <div class="pair">
        <FormField v-slot="f" label="Sender address" name="sender">
          <el-input
            :id="f.id"
            v-model="form.sender"
            class="mono"
            placeholder="scans@office.example"
            :aria-describedby="f.describedby"
          />
        </FormField>
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
      <FormField v-slot="f" label="Test message to" name="testTo">
        <el-input :id="f.id" v-model="testTo" class="mono" :aria-describedby="f.describedby" />
      </FormField>
    </ProbeRow>
    <ProbeRow :step="step('ACCEPTED')" last :report="report" @dialogue="dialogue = true">
      <p class="caption">A real message is sent, so look whether it arrives.</p>
      <button v-if="!isNew" type="button" class="link small delete" @click="asking = true">
        Delete this server
      </button>
    </ProbeRow>
  </form>
  <el-dialog v-model="dialogue" title="The whole dialogue" width="min(760px, 94vw)">
    <pre class="mono">{{ report?.dialogue.join('\n') }}</pre>
    <p class="caption">&gt; Courier, &lt; the server. Passwords are masked.</p>
  </el-dialog>
  <el-dialog v-model="asking" :title="`Delete ${form.name}?`" width="420">
    <p>Destinations that use it keep it from being deleted; Courier names them.</p>
    <template #footer>
      <div class="actions end">
        <button type="button" class="button" @click="asking = false">Keep it</button>
        <button type="button" class="button ink" @click="((asking = false), remove())">Delete</button>
      </div>
    </template>
  </el-dialog>
</template>

<style scoped>
.title {
  display: flex;
  gap: 20px;
  align-items: center;
  justify-content: space-between;
  padding-bottom: 10px;
  border-bottom: 2px solid var(--ink-9);
}
.title .actions {
  flex-wrap: nowrap;
}
.heads {
  display: grid;
  grid-template-columns: minmax(0, 410fr) 64px minmax(0, 540fr);
  padding: 7px 0;
}
.head {
  display: flex;
  grid-column: 3;
  align-items: baseline;
  justify-content: space-between;
  padding: 0 14px;
}
.pair {
  display: grid;
  grid-template-columns: minmax(0, 5fr) minmax(0, 6fr);
  gap: 10px;
}
.short {
  width: 110px;
}
.certificate {
  margin-top: 4px;
}
.certificate .button {
  margin-top: 8px;
}
.warn {
  color: var(--care);
}
.delete {
  color: var(--failed);
}
pre {
  max-height: 60vh;
  margin: 0 0 8px;
  padding: 12px;
  background: var(--paper-1);
  overflow: auto;
  white-space: pre-wrap;
}
.end {
  justify-content: flex-end;
}
</style>
