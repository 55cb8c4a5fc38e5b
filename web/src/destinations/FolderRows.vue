<script setup lang="ts">
import { computed } from 'vue';
import type { Schemas } from '@/api/client';
import ChoiceRow from '@/shared/ChoiceRow.vue';
import ClientSecret from '@/shared/ClientSecret.vue';
import FormField from '@/shared/FormField.vue';
import { PEOPLE } from '@/shared/pickable';
import PickOne from '@/shared/PickOne.vue';
import ProbeRow from '@/shared/ProbeRow.vue';
import ShownCertificate from '@/shared/ShownCertificate.vue';
import TickBox from '@/shared/TickBox.vue';
import TextField from '@/shared/TextField.vue';
import { SIDECARS, usualPort, WHEN_TAKEN, type Folder, type Kind } from './kinds';

/** The settings of a folder, each beside the step of the probe that tries it. */
const props = defineProps<{
  kind: Kind;
  kept: boolean;
  report?: Schemas['ProbeReport'];
}>();
defineEmits<{ dialogue: []; trust: [] }>();
const folder = defineModel<Folder>({ required: true });
const secret = defineModel<string | null>('secret');
/** Nothing typed keeps the one that is there. */
const typed = computed({
  get: () => secret.value ?? '',
  set: (text) => (secret.value = text || undefined),
});
const owner = defineModel<string | null>('owner');

const step = (name: string) => props.report?.steps.find((s) => s.step === name);
const isCloud = computed(() => props.kind === 'CLOUD');
const byAddress = computed(() => props.kind === 'WEBDAV' || isCloud.value);
const example = computed(() =>
  byAddress.value ? 'https://files.office.example/dav/' : 'files.office.example',
);
const isSsh = computed(() => props.kind === 'SFTP');
const shows = computed(
  () =>
    isSsh.value ||
    (byAddress.value
      ? folder.value.host.startsWith('https')
      : folder.value.encryption !== 'NONE' && props.kind !== 'SMB'),
);
const ENCRYPTION = computed<{ value: Folder['encryption']; words: string }[]>(() =>
  props.kind === 'SMB'
    ? [
        { value: 'NONE', words: 'None' },
        { value: 'TLS', words: 'SMB 3' },
      ]
    : [
        { value: 'NONE', words: 'None' },
        { value: 'STARTTLS', words: 'AUTH TLS' },
        { value: 'TLS', words: 'TLS first' },
      ],
);
const CHECK: { value: Folder['certificateCheck']; words: string }[] = [
  { value: 'MUST_BE_VALID', words: 'Must be valid' },
  { value: 'EXACTLY_THIS', words: 'Exactly this one' },
  { value: 'OFF', words: 'Not checked' },
];
/** Nobody vouches for the key of an SSH server. */
const checks = computed(() => (isSsh.value ? CHECK.filter((c) => c.value !== 'MUST_BE_VALID') : CHECK));
const secretLabel = computed(() => {
  const what = isSsh.value && folder.value.signsInByKey ? 'Private key' : 'Password';
  return props.kept ? `${what} (stored; enter to change)` : what;
});
</script>

<template>
  <ProbeRow :step="step('NAME')" first :report="report" @dialogue="$emit('dialogue')">
    <TextField
      v-model="folder.host"
      mono
      :placeholder="example"
      :label="byAddress ? 'Address' : 'Server'"
      name="host"
    />
  </ProbeRow>
  <ProbeRow :step="step('REACHED')" :report="report" @dialogue="$emit('dialogue')">
    <TextField
      v-if="!byAddress"
      v-model="folder.port"
      mono
      short
      label="Port"
      name="port"
      :hint="`0 uses the default, ${usualPort(kind, folder.encryption)}.`"
    />
    <p v-else class="small quiet">The port is part of the address; https uses 443.</p>
  </ProbeRow>
  <ProbeRow :step="step('ENCRYPTED')" :report="report" @dialogue="$emit('dialogue')">
    <FormField v-if="!byAddress && !isSsh" label="Encryption" name="encryption">
      <ChoiceRow v-model="folder.encryption" label="Encryption" :options="ENCRYPTION" />
    </FormField>
    <FormField v-if="shows" :label="isSsh ? 'The server’s key' : 'Certificate'" name="fingerprint">
      <ChoiceRow
        v-model="folder.certificateCheck"
        :label="isSsh ? 'The server’s key' : 'Certificate'"
        :options="checks"
      />
    </FormField>
    <p v-if="shows && folder.certificateCheck === 'EXACTLY_THIS'" class="mono caption">
      {{ folder.fingerprint || 'Probe, then trust what it shows.' }}
    </p>
    <p v-if="shows && folder.certificateCheck === 'OFF'" class="warn small">
      Not checked: someone in between could read the password and every scan.
    </p>
    <TickBox
      v-if="kind === 'FTP'"
      v-model="folder.passive"
      words="Passive"
      note="Courier opens the data connection; most firewalls need this."
    />
    <template #found>
      <ShownCertificate :report="report" @trust="$emit('trust')" />
    </template>
  </ProbeRow>
  <ProbeRow v-if="isCloud" :step="step('CONSENT')" last :report="report" @dialogue="$emit('dialogue')">
    <TextField
      v-model="folder.consent.codes"
      mono
      label="Device authorization endpoint"
      name="consent.codes"
      hint="The device authorization endpoint (RFC 8628)."
    />
    <TextField
      v-model="folder.consent.tokens"
      mono
      label="Token endpoint"
      name="consent.tokens"
      hint="The token endpoint."
    />
    <TextField
      v-model="folder.consent.revocation"
      mono
      label="Revocation endpoint (optional)"
      name="consent.revocation"
      hint="The revocation endpoint (RFC 7009), called when someone withdraws consent or is deleted here."
    />
    <div class="pair">
      <TextField v-model="folder.consent.clientId" mono label="Client’s name" name="consent.clientId" />
      <TextField v-model="folder.consent.scope" mono label="Scope (optional)" name="consent.scope" />
    </div>
    <ClientSecret v-model="secret" name="secret" :kept="kept" />
  </ProbeRow>
  <ProbeRow v-else :step="step('SIGNED_IN')" :report="report" @dialogue="$emit('dialogue')">
    <div class="pair">
      <TextField v-model="folder.account" mono label="Account" name="account" />
      <TextField v-if="kind === 'SMB'" v-model="folder.domain" mono label="Domain (optional)" name="domain" />
      <FormField v-else-if="isSsh" label="Sign-in method" name="signsInByKey">
        <ChoiceRow
          v-model="folder.signsInByKey"
          label="Sign-in method"
          :options="[
            { value: false, words: 'Password' },
            { value: true, words: 'Key' },
          ]"
        />
      </FormField>
    </div>
    <TextField
      v-model="typed"
      :type="isSsh && folder.signsInByKey ? 'textarea' : 'password'"
      :label="secretLabel"
      name="secret"
    />
  </ProbeRow>
  <ProbeRow :step="step('FOLDER')" :apart="isCloud" :report="report" @dialogue="$emit('dialogue')">
    <div :class="{ pair: kind === 'SMB' }">
      <TextField v-if="kind === 'SMB'" v-model="folder.share" mono label="Share" name="share" />
      <TextField
        v-model="folder.path"
        mono
        label="Folder"
        name="path"
        hint="Fields as in file names: manifests/{date:yyyy}/{person.login}"
      />
    </div>
    <TickBox v-model="folder.makeFolders" words="Create missing folders" />
  </ProbeRow>
  <ProbeRow :step="step('WRITTEN')" :apart="isCloud" :report="report" @dialogue="$emit('dialogue')">
    <FormField label="If the file already exists" name="whenTaken">
      <ChoiceRow v-model="folder.whenTaken" label="If the file already exists" :options="WHEN_TAKEN" />
    </FormField>
  </ProbeRow>
  <ProbeRow v-if="!isCloud" :step="step('RENAMED')" :report="report" @dialogue="$emit('dialogue')">
    <p class="small quiet">
      A file is under way under a name of its own, and gets its real one when it is whole.
    </p>
  </ProbeRow>
  <ProbeRow :step="step('READ_BACK')" :apart="isCloud" :report="report" @dialogue="$emit('dialogue')">
    <FormField label="Metadata file format" name="sidecar">
      <ChoiceRow v-model="folder.sidecar" label="Metadata file" :options="SIDECARS" />
    </FormField>
  </ProbeRow>
  <ProbeRow :step="step('REMOVED')" :apart="isCloud" :report="report" @dialogue="$emit('dialogue')">
    <TextField v-model="folder.atOnce" short label="Simultaneous transfers" name="atOnce" />
  </ProbeRow>
  <ProbeRow v-if="!isCloud" :step="step('SPACE')" last :report="report" @dialogue="$emit('dialogue')">
    <FormField
      v-slot="f"
      label="Belongs to"
      name="ownerId"
      hint="Then it is where “own folder of who scans” leads for that person."
    >
      <PickOne
        v-bind="PEOPLE"
        :id="f.id"
        v-model="owner"
        label="Belongs to"
        placeholder="the office"
        clearable
        :aria-describedby="f.describedby"
      />
    </FormField>
  </ProbeRow>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 10px;
}
.warn {
  color: var(--care);
}
</style>
