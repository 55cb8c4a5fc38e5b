<script setup lang="ts">
import { computed } from 'vue';
import type { Schemas } from '@/api/client';
import ChoiceRow from '@/shared/ChoiceRow.vue';
import FormField from '@/shared/FormField.vue';
import ProbeRow from '@/shared/ProbeRow.vue';
import TickBox from '@/shared/TickBox.vue';
import { usualPort, type Folder, type Kind } from './kinds';

/** The settings of a folder, each beside the step of the probe that tries it. */
const props = defineProps<{
  kind: Kind;
  kept: boolean;
  people: Schemas['PersonView'][];
  report?: Schemas['ProbeReport'];
}>();
defineEmits<{ dialogue: []; trust: [] }>();
const folder = defineModel<Folder>({ required: true });
const secret = defineModel<string | null>('secret');
const owner = defineModel<string | null>('owner');

const step = (name: string) => props.report?.steps.find((s) => s.step === name);
const byAddress = computed(() => props.kind === 'WEBDAV');
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
const canTrust = computed(() => /^(CERTIFICATE|HOST_KEY)/.test(props.report?.cause ?? ''));
const secretLabel = computed(() => {
  const what = isSsh.value && folder.value.signsInByKey ? 'Private key' : 'Password';
  return props.kept ? `${what}, kept; enter to change` : what;
});
const WHEN_TAKEN: { value: Folder['whenTaken']; words: string }[] = [
  { value: 'NUMBER', words: 'Number the new one' },
  { value: 'REPLACE', words: 'Replace it' },
  { value: 'REFUSE', words: 'Refuse' },
];
const SIDECARS: { value: Folder['sidecar']; words: string }[] = [
  { value: 'NONE', words: 'Nothing' },
  { value: 'JSON', words: 'JSON' },
  { value: 'XML', words: 'XML' },
  { value: 'CSV', words: 'CSV' },
];
</script>

<template>
  <ProbeRow :step="step('NAME')" first :report="report" @dialogue="$emit('dialogue')">
    <FormField v-slot="f" :label="byAddress ? 'Address' : 'Server'" name="host">
      <el-input
        :id="f.id"
        v-model="folder.host"
        class="mono"
        :placeholder="example"
        :aria-describedby="f.describedby"
        :aria-invalid="f.invalid"
      />
    </FormField>
  </ProbeRow>
  <ProbeRow :step="step('REACHED')" :report="report" @dialogue="$emit('dialogue')">
    <FormField
      v-if="!byAddress"
      v-slot="f"
      label="Port"
      name="port"
      :hint="`0 stands for the usual one, ${usualPort(kind, folder.encryption)}.`"
    >
      <el-input
        :id="f.id"
        v-model.number="folder.port"
        class="mono short"
        inputmode="numeric"
        :aria-describedby="f.describedby"
      />
    </FormField>
    <p v-else class="small quiet">The port stands in the address; https has 443.</p>
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
      Not checked: somebody in between could read the password and every scan.
    </p>
    <TickBox
      v-if="kind === 'FTP'"
      v-model="folder.passive"
      words="Passive"
      note="Courier opens the second line; firewalls like it so."
    />
    <template #found>
      <div v-if="report?.certificate" class="certificate small">
        <p>
          {{ report.certificate.subject
          }}<template v-if="report.certificate.until"
            >, until {{ report.certificate.until.slice(0, 10) }}</template
          >.
          <span class="quiet">{{ report.certificate.verdict }}</span>
        </p>
        <p v-if="!isSsh" class="mono caption">{{ report.certificate.fingerprint }}</p>
        <button v-if="canTrust" type="button" class="button stamp" @click="$emit('trust')">
          Trust exactly this one
        </button>
      </div>
    </template>
  </ProbeRow>
  <ProbeRow :step="step('SIGNED_IN')" :report="report" @dialogue="$emit('dialogue')">
    <div class="pair">
      <FormField v-slot="f" label="Account" name="account">
        <el-input
          :id="f.id"
          v-model="folder.account"
          class="mono"
          autocomplete="off"
          :aria-describedby="f.describedby"
        />
      </FormField>
      <FormField v-if="kind === 'SMB'" v-slot="f" label="Domain, if any" name="domain">
        <el-input :id="f.id" v-model="folder.domain" class="mono" :aria-describedby="f.describedby" />
      </FormField>
      <FormField v-else-if="isSsh" label="Signs in by" name="signsInByKey">
        <ChoiceRow
          v-model="folder.signsInByKey"
          label="Signs in by"
          :options="[
            { value: false, words: 'Password' },
            { value: true, words: 'Key' },
          ]"
        />
      </FormField>
    </div>
    <FormField v-slot="f" :label="secretLabel" name="secret">
      <el-input
        :id="f.id"
        v-model="secret"
        :type="isSsh && folder.signsInByKey ? 'textarea' : 'password'"
        :rows="3"
        autocomplete="new-password"
        :aria-describedby="f.describedby"
      />
    </FormField>
  </ProbeRow>
  <ProbeRow :step="step('FOLDER')" :report="report" @dialogue="$emit('dialogue')">
    <div :class="{ pair: kind === 'SMB' }">
      <FormField v-if="kind === 'SMB'" v-slot="f" label="Share" name="share">
        <el-input :id="f.id" v-model="folder.share" class="mono" :aria-describedby="f.describedby" />
      </FormField>
      <FormField
        v-slot="f"
        label="Folder"
        name="path"
        hint="Fields as in file names: manifests/{date:yyyy}/{person.login}"
      >
        <el-input :id="f.id" v-model="folder.path" class="mono" :aria-describedby="f.describedby" />
      </FormField>
    </div>
    <TickBox v-model="folder.makeFolders" words="Make folders that are missing" />
  </ProbeRow>
  <ProbeRow :step="step('WRITTEN')" :report="report" @dialogue="$emit('dialogue')">
    <FormField label="When a file of that name is there" name="whenTaken">
      <ChoiceRow v-model="folder.whenTaken" label="When a file of that name is there" :options="WHEN_TAKEN" />
    </FormField>
  </ProbeRow>
  <ProbeRow :step="step('RENAMED')" :report="report" @dialogue="$emit('dialogue')">
    <p class="small quiet">
      A file is under way under a name of its own, and gets its real one when it is whole.
    </p>
  </ProbeRow>
  <ProbeRow :step="step('READ_BACK')" :report="report" @dialogue="$emit('dialogue')">
    <FormField label="The delivery’s data beside it, as" name="sidecar">
      <ChoiceRow v-model="folder.sidecar" label="The delivery’s data beside it" :options="SIDECARS" />
    </FormField>
  </ProbeRow>
  <ProbeRow :step="step('REMOVED')" :report="report" @dialogue="$emit('dialogue')">
    <FormField v-slot="f" label="Transfers at once" name="atOnce">
      <el-input
        :id="f.id"
        v-model.number="folder.atOnce"
        class="short"
        inputmode="numeric"
        :aria-describedby="f.describedby"
      />
    </FormField>
  </ProbeRow>
  <ProbeRow :step="step('SPACE')" last :report="report" @dialogue="$emit('dialogue')">
    <FormField
      v-slot="f"
      label="Belongs to"
      name="ownerId"
      hint="Then it is where “own folder of who scans” leads for that person."
    >
      <el-select
        :id="f.id"
        v-model="owner"
        aria-label="Belongs to"
        placeholder="the office"
        clearable
        :aria-describedby="f.describedby"
      >
        <el-option v-for="person in people" :key="person.id" :value="person.id" :label="person.name" />
      </el-select>
    </FormField>
  </ProbeRow>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
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
</style>
