<script setup lang="ts">
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import ErrorNote from '@/shared/ErrorNote.vue';
import FormField from '@/shared/FormField.vue';
import { clockSeconds } from '@/shared/format';
import { useKeys } from '@/shared/keys';
import FolderBrowser from './FolderBrowser.vue';
import FolderRows from './FolderRows.vue';
import { isFolder, KINDS, needsMailServer } from './kinds';
import KindList from './KindList.vue';
import PlainSettings from './PlainSettings.vue';
import ProbeHistory from './ProbeHistory.vue';
import { useDestination } from './useDestination';

const router = useRouter();
const destination = useDestination();
const { isNew, query, form, routeId, report, probing, dirty, save, probe, remove, trust, general, busy } =
  destination;
const dialogue = ref(false);
const asking = ref(false);
const browsing = ref(false);

const folder = computed(() => isFolder(form.value.kind));
const does = computed(() => KINDS.find((k) => k.value === form.value.kind)?.does);
const title = computed(() => {
  if (isNew.value) return 'New destination';
  const name = query.data.value?.name ?? '';
  if (!report.value || !folder.value) return name;
  return report.value.passed ? `${name} takes files` : `${name}: ${report.value.sentence.replace(/\.$/, '')}`;
});
const hint = computed(() => {
  if (dirty.value && !isNew.value)
    return folder.value
      ? 'Changed, not saved yet. The probe tries what stands here.'
      : 'Changed, not saved yet.';
  if (isNew.value) return 'A place that scans go to.';
  return query.data.value?.where ?? '';
});
const when = computed(() => {
  if (probing.value) return 'trying ...';
  if (!report.value) return 'not tried yet';
  const at = clockSeconds(report.value.at);
  const failed = report.value.steps.findIndex((step) => step.state === 'FAILED');
  return report.value.passed
    ? `${at}, all steps passed`
    : `${at}, stopped at step ${failed + 1} of ${report.value.steps.length}`;
});
useKeys({
  t: () => void probe(),
  e: () => document.querySelector<HTMLElement>('.destination input')?.focus(),
  Escape: () => void router.push('/destinations'),
});
</script>

<template>
  <form class="destination" novalidate :aria-label="title" @submit.prevent="save">
    <div class="title">
      <div>
        <h1>{{ title }}</h1>
        <p class="quiet small">{{ hint }}</p>
      </div>
      <div class="actions">
        <button v-if="folder && !isNew" type="button" class="button" @click="browsing = true">
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
      </div>
    </div>
    <ErrorNote :error="query.error.value ?? general" />
    <div class="what">
      <FormField v-slot="f" label="Name" name="name">
        <el-input
          :id="f.id"
          v-model="form.name"
          maxlength="60"
          :aria-describedby="f.describedby"
          :aria-invalid="f.invalid"
        />
      </FormField>
      <FormField v-if="!isNew" v-slot="f" label="Kind" name="kind" :hint="does">
        <el-select :id="f.id" v-model="form.kind" aria-label="Kind" :aria-describedby="f.describedby">
          <el-option v-for="kind in KINDS" :key="kind.value" :value="kind.value" :label="kind.words" />
        </el-select>
      </FormField>
      <FormField
        v-if="needsMailServer(form.kind)"
        v-slot="f"
        label="Through the mail server"
        name="routeId"
        :hint="destination.servers.data.value?.length ? undefined : 'There is none yet: add one first.'"
      >
        <el-select :id="f.id" v-model="routeId" aria-label="Mail server" :aria-describedby="f.describedby">
          <el-option
            v-for="server in destination.servers.data.value ?? []"
            :key="server.id"
            :value="server.id"
            :label="server.name"
          />
        </el-select>
      </FormField>
    </div>
    <KindList v-if="isNew" v-model="form.kind" />
    <PlainSettings v-if="!folder" v-model="form" />
    <template v-else>
      <div class="heads">
        <h2>Settings</h2>
        <div class="head">
          <h2>Probe</h2>
          <p class="quiet small" role="status">{{ when }}</p>
        </div>
      </div>
      <FolderRows
        v-model="form.folder"
        v-model:secret="form.secret"
        v-model:owner="form.ownerId"
        :kind="form.kind"
        :kept="query.data.value?.hasSecret ?? false"
        :people="destination.people.data.value ?? []"
        :report="report"
        @dialogue="dialogue = true"
        @trust="trust"
      />
      <ProbeHistory v-if="!isNew" :probes="destination.history.data.value ?? []" @open="report = $event" />
    </template>
    <p v-if="!isNew" class="end-of-page">
      <button type="button" class="link small delete" @click="asking = true">Delete this destination</button>
    </p>
  </form>
  <FolderBrowser v-if="browsing" :id="destination.id.value" :name="form.name" @close="browsing = false" />
  <el-dialog v-model="dialogue" title="The whole dialogue" width="min(760px, 94vw)">
    <pre class="mono">{{ report?.dialogue.join('\n') }}</pre>
    <p class="caption">&gt; Courier, &lt; the server. Passwords are masked.</p>
  </el-dialog>
  <el-dialog v-model="asking" :title="`Delete ${form.name}?`" width="420">
    <p>Jobs that use it keep it from being deleted; Courier names them.</p>
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
.what {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 16px;
  padding: 12px 0 14px;
}
.heads {
  display: grid;
  grid-template-columns: minmax(0, 410fr) 64px minmax(0, 540fr);
  padding: 7px 0;
  border-top: 1px solid var(--ink-9);
}
.head {
  display: flex;
  grid-column: 3;
  align-items: baseline;
  justify-content: space-between;
  padding: 0 14px;
}
.end-of-page {
  margin-top: 14px;
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
@media (max-width: 1000px) {
  .what {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
