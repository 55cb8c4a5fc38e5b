<script setup lang="ts">
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import AskDelete from '@/shared/AskDelete.vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import ProbeHeads from '@/shared/ProbeHeads.vue';
import FoundHere from '@/preflight/FoundHere.vue';
import TitleBar from '@/shared/TitleBar.vue';
import UsedBy from '@/shared/UsedBy.vue';
import WhatStops from '@/shared/WhatStops.vue';
import WholeDialogue from '@/shared/WholeDialogue.vue';
import { afterColon } from '@/shared/format';
import FormField from '@/shared/FormField.vue';
import SetUpForm from '@/shared/SetUpForm.vue';
import { PRINTERS } from '@/shared/pickable';
import PickOne from '@/shared/PickOne.vue';
import TextField from '@/shared/TextField.vue';
import { useKeys } from '@/shared/keys';
import FolderBrowser from './FolderBrowser.vue';
import ConsentList from './ConsentList.vue';
import {
  asksConsent,
  isBrowsable,
  isFolder,
  kindOf,
  KINDS,
  needsDevice,
  needsMailServer,
  needsShelfFolder,
  useKinds,
} from './kinds';
import KindList from './KindList.vue';
import ProbeHistory from './ProbeHistory.vue';
import SettingsForm from './SettingsForm.vue';
import { useDestination } from './useDestination';

const router = useRouter();
const kinds = useKinds();
const destination = useDestination();
const {
  id,
  isNew,
  ready,
  open,
  query,
  form,
  routeId,
  report,
  probing,
  dirty,
  save,
  probe,
  remove,
  trust,
  general,
  busy,
} = destination;
const dialogue = ref(false);
const asking = ref(false);
const browsing = ref(false);

const folder = computed(() => isFolder(form.value.kind));
const routeLabel = computed(() =>
  needsDevice(form.value.kind)
    ? 'On the device'
    : needsShelfFolder(form.value.kind)
      ? 'In the folder'
      : 'Through the mail server',
);
const does = computed(() => kindOf(form.value.kind)?.does);
const title = computed(() => {
  if (isNew.value) return 'New destination';
  const name = query.data.value?.name ?? '';
  if (!report.value || !folder.value) return name;
  return report.value.passed
    ? `${name} ${asksConsent(form.value.kind) ? 'lets people in' : 'takes files'}`
    : `${name}: ${afterColon(report.value.sentence)}`;
});
const hint = computed(() => {
  if (dirty.value && !isNew.value)
    return folder.value
      ? 'Changed, not saved yet. The probe tries what stands here.'
      : 'Changed, not saved yet.';
  if (isNew.value) return 'A place that scans go to.';
  return query.data.value?.where ?? '';
});
useKeys({
  t: () => void probe(),
  e: () => document.querySelector<HTMLElement>('.destination input')?.focus(),
  Escape: () => void router.push('/destinations'),
});
</script>

<template>
  <ErrorNote :error="query.error.value" />
  <SetUpForm v-if="ready" class="destination" :aria-label="title" @save="save">
    <TitleBar :title="title" :hint="hint">
      <template v-if="!isNew" #under
        ><UsedBy v-if="open" :of="open" kind="DESTINATION" /><FoundHere :id="id" kind="DESTINATION"
      /></template>
      <button v-if="isBrowsable(form.kind) && !isNew" type="button" class="button" @click="browsing = true">
        Look inside
      </button>
      <button type="submit" class="button" :class="{ ink: dirty || isNew }" :disabled="busy">Save</button>
      <button
        v-if="folder"
        type="button"
        class="button"
        :class="{ stamp: !dirty || isNew }"
        :disabled="busy || probing"
        @click="probe"
      >
        {{ probing ? 'Probing ...' : report ? 'Probe again' : 'Probe' }}
      </button>
    </TitleBar>
    <ErrorNote :error="kinds.error.value ?? general" />
    <div class="what">
      <TextField v-model="form.name" :maxlength="60" label="Name" name="name" />
      <FormField v-if="!isNew" v-slot="f" label="Kind" name="kind" :hint="does">
        <el-select :id="f.id" v-model="form.kind" aria-label="Kind" :aria-describedby="f.describedby">
          <el-option v-for="kind in KINDS" :key="kind.kind" :value="kind.kind" :label="kind.words" />
        </el-select>
      </FormField>
      <FormField
        v-if="needsDevice(form.kind)"
        v-slot="f"
        :label="routeLabel"
        name="routeId"
        :hint="destination.noPrinter.value ? 'There is none yet: add one first.' : undefined"
      >
        <PickOne
          v-bind="PRINTERS"
          :id="f.id"
          v-model="routeId"
          :label="routeLabel"
          :aria-describedby="f.describedby"
        />
      </FormField>
      <FormField
        v-else-if="needsShelfFolder(form.kind)"
        v-slot="f"
        :label="routeLabel"
        name="routeId"
        :hint="
          (destination.folders.data.value ?? []).length
            ? undefined
            : 'There is none yet: make one under Shelf first.'
        "
      >
        <el-select :id="f.id" v-model="routeId" :aria-label="routeLabel" :aria-describedby="f.describedby">
          <el-option
            v-for="one in destination.folders.data.value ?? []"
            :key="one.id"
            :value="one.id"
            :label="one.name"
          />
        </el-select>
      </FormField>
      <FormField
        v-else-if="needsMailServer(form.kind)"
        v-slot="f"
        :label="routeLabel"
        name="routeId"
        :hint="
          (destination.servers.data.value ?? []).length ? undefined : 'There is none yet: add one first.'
        "
      >
        <el-select :id="f.id" v-model="routeId" :aria-label="routeLabel" :aria-describedby="f.describedby">
          <el-option
            v-for="server in destination.servers.data.value ?? []"
            :key="server.id"
            :value="server.id"
            :label="server.name"
          />
        </el-select>
      </FormField>
    </div>
    <!-- What a wrong password would stop. -->
    <WhatStops v-if="form.secret && !isNew" :id="id" kind="DESTINATION" />
    <KindList v-if="isNew" v-model="form.kind" />
    <ProbeHeads v-if="folder" :report="report" :probing="probing" />
    <SettingsForm
      v-model="form.settings"
      v-model:secret="form.secret"
      v-model:owner="form.ownerId"
      :kind="form.kind"
      :kept="query.data.value?.hasSecret ?? false"
      :report="report"
      @dialogue="dialogue = true"
      @trust="trust"
    />
    <template v-if="folder && !isNew">
      <ConsentList v-if="asksConsent(form.kind)" :id="destination.id.value" />
      <ProbeHistory :probes="destination.history.data.value ?? []" @open="report = $event" />
    </template>
    <p v-if="!isNew" class="end-of-page">
      <button type="button" class="link small delete" @click="asking = true">Delete this destination</button>
    </p>
  </SetUpForm>
  <FolderBrowser v-if="browsing" :id="destination.id.value" :name="form.name" @close="browsing = false" />
  <WholeDialogue v-model="dialogue" :lines="report?.dialogue ?? []" />
  <AskDelete v-model="asking" :name="form.name" :of="{ kind: 'DESTINATION', id }" @remove="remove()" />
</template>

<style scoped>
.what {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 16px;
  padding: 12px 0 14px;
}
.end-of-page {
  margin-top: 14px;
}
.delete {
  color: var(--failed);
}
@media (max-width: 1000px) {
  .what {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
