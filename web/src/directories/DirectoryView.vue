<script setup lang="ts">
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import GroupsField from '@/people/GroupsField.vue';
import FoundHere from '@/preflight/FoundHere.vue';
import AskDelete from '@/shared/AskDelete.vue';
import ChoiceRow from '@/shared/ChoiceRow.vue';
import EncryptionFields from '@/shared/EncryptionFields.vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import { afterColon } from '@/shared/format';
import FormField from '@/shared/FormField.vue';
import { useKeys } from '@/shared/keys';
import ProbeHeads from '@/shared/ProbeHeads.vue';
import ProbeRow from '@/shared/ProbeRow.vue';
import SetUpForm from '@/shared/SetUpForm.vue';
import ShownCertificate from '@/shared/ShownCertificate.vue';
import TextField from '@/shared/TextField.vue';
import TickBox from '@/shared/TickBox.vue';
import TitleBar from '@/shared/TitleBar.vue';
import WholeDialogue from '@/shared/WholeDialogue.vue';
import ComparePeople from './ComparePeople.vue';
import { useDirectory } from './useDirectory';

const router = useRouter();
const {
  id,
  isNew,
  ready,
  query,
  form,
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
} = useDirectory();
const dialogue = ref(false);
const asking = ref(false);

const title = computed(() => {
  if (isNew.value) return 'Add a directory';
  const name = query.data.value?.name ?? '';
  if (!report.value) return name;
  return report.value.passed ? `${name} answers` : `${name}: ${afterColon(report.value.sentence)}`;
});
const hint = computed(() => {
  if (dirty.value && !isNew.value) return 'Changed, not saved yet. The probe tries what stands here.';
  return isNew.value
    ? 'Fill in what you know, then probe: each step says what it found.'
    : 'Each setting is tested by the step beside it.';
});
/** The bases that the directory names itself, as the probe has heard them. */
const bases = computed(() =>
  (report.value?.dialogue ?? [])
    .filter((line) => line.startsWith('< namingContexts: '))
    .map((line) => line.slice('< namingContexts: '.length)),
);
const passwordLabel = computed(() =>
  query.data.value?.hasPassword ? 'Password (stored; enter to change)' : 'Password',
);
useKeys({
  t: () => void probe(),
  e: () => document.querySelector<HTMLElement>('.directory input')?.focus(),
  Escape: () => void router.push('/directories'),
});
</script>

<template>
  <ErrorNote :error="query.error.value" />
  <SetUpForm v-if="ready" class="directory" @save="save">
    <TitleBar :title="title" :hint="hint">
      <template v-if="!isNew" #under><FoundHere :id="id" kind="DIRECTORY" /></template>
      <button type="submit" class="button" :class="{ ink: dirty }" :disabled="busy">Save</button>
      <ComparePeople v-if="!isNew" :id="id" :disabled="dirty || busy" />
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
    <ProbeHeads :report="report" :probing="probing" />
    <ProbeRow :step="step('NAME')" first :report="report" @dialogue="dialogue = true">
      <div class="pair">
        <TextField v-model="form.name" :maxlength="60" label="Name, as the office calls it" name="name" />
        <TextField
          v-model="form.host"
          mono
          placeholder="directory.office.example"
          label="Server"
          name="host"
        />
      </div>
    </ProbeRow>
    <ProbeRow :step="step('REACHED')" :report="report" @dialogue="dialogue = true">
      <TextField v-model="form.port" mono short label="Port" name="port" />
    </ProbeRow>
    <ProbeRow :step="step('ENCRYPTED')" :report="report" @dialogue="dialogue = true">
      <EncryptionFields
        v-model="form"
        secret="the password and everybody's data"
        :ports="{ NONE: 389, STARTTLS: 389, TLS: 636 }"
      />
      <template #found>
        <ShownCertificate :report="report" @trust="trust" />
      </template>
    </ProbeRow>
    <ProbeRow :step="step('SIGNED_IN')" :report="report" @dialogue="dialogue = true">
      <TextField
        v-model="form.account"
        mono
        placeholder="cn=reader,dc=office,dc=example"
        label="Account (bind DN); empty for none"
        name="account"
      />
      <TextField
        v-if="form.account"
        v-model="form.password"
        type="password"
        :label="passwordLabel"
        name="password"
      />
    </ProbeRow>
    <ProbeRow :step="step('BASE')" :report="report" @dialogue="dialogue = true">
      <TextField
        v-model="form.base"
        mono
        placeholder="dc=office,dc=example"
        label="Base: people and groups are below it"
        name="base"
      />
      <template #found>
        <p v-for="base in bases.filter((one) => one !== form.base)" :key="base" class="small">
          <button type="button" class="link" @click="form.base = base">Use {{ base }}</button>
        </p>
      </template>
    </ProbeRow>
    <ProbeRow :step="step('PEOPLE')" last :report="report" @dialogue="dialogue = true">
      <TextField v-model="form.filter" mono label="Which entries are people (filter)" name="filter" />
      <div class="three">
        <TextField v-model="form.attributes.login" mono label="Short name" name="attributes.login" />
        <TextField v-model="form.attributes.name" mono label="Name" name="attributes.name" />
        <TextField v-model="form.attributes.email" mono label="Mail address" name="attributes.email" />
      </div>
      <TextField
        v-model="form.groupFilter"
        mono
        label="Which entries are groups (filter); empty for none"
        name="groupFilter"
        hint="Members are read from member, uniqueMember or memberUid."
      />
      <TextField
        v-model="form.groupOf"
        mono
        placeholder="memberOf"
        label="Attribute of a person that names groups; empty for none"
        name="groupOf"
      />
      <GroupsField
        v-model="form.groups"
        label="Groups that count"
        hint="None named: all that somebody is in. Name those that jobs and rules use."
      />
    </ProbeRow>
    <ProbeRow apart last>
      <FormField label="Import people" name="takesPeople">
        <ChoiceRow
          v-model="form.takesPeople"
          label="Import people"
          :options="[
            { value: 'BY_HAND', words: 'Manually' },
            { value: 'HOURLY', words: 'Hourly' },
            { value: 'DAILY', words: 'Daily' },
          ]"
        />
      </FormField>
      <TextField v-if="form.takesPeople === 'DAILY'" v-model="form.time" mono short label="At" name="time" />
      <p class="caption">
        Who leaves the directory is disabled, never deleted. If it names nobody, or more than a fifth would be
        disabled, nothing is changed until somebody applies it here.
      </p>
      <TickBox v-model="form.search" words="Search it for recipients while somebody types at a panel" />
      <p v-if="!isNew">
        <button type="button" class="link small delete" @click="asking = true">Delete this directory</button>
      </p>
    </ProbeRow>
  </SetUpForm>
  <WholeDialogue v-model="dialogue" :lines="report?.dialogue ?? []" />
  <AskDelete
    v-model="asking"
    :name="form.name"
    says="People who came from it stay, and are changed here from then on."
    @remove="remove()"
  />
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: minmax(0, 5fr) minmax(0, 6fr);
  gap: 10px;
}
.three {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 10px;
}
.delete {
  color: var(--failed);
}
</style>
