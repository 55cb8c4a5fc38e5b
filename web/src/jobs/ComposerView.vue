<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed, nextTick, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { api, ask, type Schemas } from '@/api/client';
import { useSession } from '@/app/session';
import FilesPart from '@/profiles/FilesPart.vue';
import LookPart from '@/profiles/LookPart.vue';
import PaperPart from '@/profiles/PaperPart.vue';
import PartStrip from '@/profiles/PartStrip.vue';
import { sentences } from '@/profiles/sentences';
import TidyPart from '@/profiles/TidyPart.vue';
import AskDelete from '@/shared/AskDelete.vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import { count } from '@/shared/format';
import FormField from '@/shared/FormField.vue';
import JobStamp from '@/shared/JobStamp.vue';
import { useKeys } from '@/shared/keys';
import ItemVersions from '@/shared/ItemVersions.vue';
import SetUpForm from '@/shared/SetUpForm.vue';
import type { Mark } from '@/shared/states';
import { askSentence } from './asks';
import { stopOf } from '@/profiles/difference';
import AskPart from './AskPart.vue';
import DraftNote from './DraftNote.vue';
import GoToPart from './GoToPart.vue';
import NamePart from './NamePart.vue';
import ReadyMade from './ReadyMade.vue';
import RehearsalPart from './RehearsalPart.vue';
import { LONGEST, useJob } from './useJob';
import TestPart from './TestPart.vue';
import { useDraft } from './useDraft';
import { useRehearsal } from './useRehearsal';

const router = useRouter();
const { may } = useSession();
const job = useJob();
const { openId, isNew, ready, there, open, query, form, dirty, general, busy, names, profiles, base } = job;
const { differing, changes } = job;
const draft = useDraft(job);
const abilities = useQuery({
  queryKey: ['workshop'],
  queryFn: () => ask(api.GET('/api/workshop')),
  staleTime: 300_000,
});
const panels = useQuery({
  queryKey: computed(() => ['panels', 'of-job', openId.value]),
  queryFn: () => ask(api.GET('/api/panels/of-job/{id}', { params: { path: { id: openId.value } } })),
  enabled: there,
});

/** What cannot be composed without. */
const missing = computed(() => {
  if (profiles.data.value?.length === 0)
    return { words: 'A job needs a scan profile first.', to: '/profiles/new' };
  if (names.data.value?.length === 0)
    return { words: 'A job needs a file-name template first.', to: '/names/new' };
  return undefined;
});

const tried = computed(() =>
  base.value && form.value.templateId
    ? job.bodyOf({ ...form.value, name: form.value.name.trim() || 'New job' })
    : undefined,
);
const rehearsal = useRehearsal(
  tried,
  computed(() => (isNew.value ? null : openId.value)),
);
const result = computed(() => rehearsal.query.data.value);

/** Where what was found is mended. */
const STOPS: Record<string, string> = {
  'job.sides': 'paper',
  'job.no-glass': 'paper',
  'job.size': 'paper',
  'job.colour': 'look',
  'job.colour-as-found': 'look',
  'job.resolution': 'look',
  'job.reads-coarse': 'look',
  'job.kinds-together': 'files',
  'job.language-missing': 'files',
  'job.speech-missing': 'files',
  'job.looks-alike': 'name',
  'job.no-separator': 'name',
  'job.answer-not-asked': 'ask',
  'job.nobody-may-use': 'ask',
  'job.name-repeats': 'name',
  'job.zone-missing': 'name',
};
const marks = computed(() => {
  const found: Partial<Record<string, Mark>> = {};
  for (const f of result.value?.findings ?? []) {
    if (f.code === 'rehearsal') continue;
    const stop = STOPS[f.code] ?? 'goto';
    if (f.severity === 'STOPS') found[stop] = 'failed';
    else found[stop] ??= 'care';
  }
  return found;
});
/** Whether groups are being chosen, before the first one is. */
const choosing = ref(false);
/** Of many among which somebody chooses, their number says more than their names. */
function goesTo(names: string[]) {
  if (!names.length) return 'No destination yet.';
  return form.value.asks.destinations
    ? `Chosen at the device among ${count(names.length, 'destination')}.`
    : `${names.join(', ')}.`;
}
const askWords = computed(() => askSentence(form.value));
const parts = computed(() => {
  const words = sentences(form.value.scan);
  const to = [
    ...(result.value?.destinations ?? []).map((d) => d.name),
    ...(result.value ? [] : (open.value?.destinations ?? []).map((d) => d.name)),
  ];
  const template = names.data.value?.find((n) => n.id === form.value.templateId);
  const all = [
    { key: 'paper', title: 'Paper', words: words.paper },
    { key: 'look', title: 'Look', words: words.look },
    { key: 'tidy', title: 'Tidy', words: words.tidy },
    { key: 'files', title: 'Files', words: words.files },
    { key: 'name', title: 'Name', words: template ? `${template.name}: ${template.template}` : '' },
    { key: 'ask', title: 'Ask', words: askWords.value },
    { key: 'goto', title: 'Go to', words: goesTo(to) },
  ];
  return all.map((part) => ({
    ...part,
    mark: marks.value[part.key],
    differs: differing.value.has(part.key as 'paper'),
  }));
});
const opened = ref(isNew.value ? 'goto' : 'look');
/** What is wrong is shown where it is. */
const FIELDS: Record<string, string> = {
  templateId: 'name',
  icon: 'name',
  name: '',
  zones: 'name',
  labels: 'name',
  picture: 'name',
  groups: 'ask',
  people: 'ask',
  questions: 'ask',
  settings: 'ask',
  passcode: 'ask',
};
watch(job.problems, ([first]) => {
  if (!first) return;
  const inScan = /^(colour|resolution|dpi|sides|input|tone|tidy|grouping|files)/.test(first.field);
  const part = inScan ? stopOf(first.field) : (FIELDS[first.field] ?? 'goto');
  if (part) opened.value = part;
});
const own = computed(() => Object.keys(changes.value).length);
const profileId = computed({ get: () => form.value.profileId, set: (id) => job.choose(id) });

const onPanels = computed(() => panels.data.value?.length ?? 0);
const where = computed(() => {
  if (isNew.value) return 'Not on a panel yet. Save it, then plan the panels.';
  const at = panels.data.value ?? [];
  if (!at.length) return 'On no panel';
  return at.length < 4
    ? `On the ${at.length === 1 ? 'panel' : 'panels'} of ${at.map((d) => d.name).join(', ')}`
    : `On ${count(at.length, 'panel')}`;
});
const saveWords = computed(() => (onPanels.value ? `Save to ${count(onPanels.value, 'panel')}` : 'Save'));

const focusName = () => document.querySelector<HTMLElement>('.name input')?.focus();
/** A ready-made one was taken. */
const begun = ref(false);
function begin(draft: Schemas['JobView']) {
  job.begin(draft);
  begun.value = true;
  // The button that had the keyboard's place is gone.
  void nextTick(focusName);
  opened.value = draft.destinations.length ? 'look' : 'goto';
}

function duplicate() {
  job.duplicate();
  opened.value = 'name';
}

function mend(scan: Schemas['ProfileForm']) {
  form.value.scan = { ...scan, passcode: null, ownerPasscode: null };
}

const asking = ref(false);
useKeys({
  e: focusName,
  r: () => void rehearsal.query.refetch(),
  n: () => void router.push('/jobs/new'),
  Escape: () => void router.push('/jobs'),
});
</script>

<template>
  <ErrorNote :error="query.error.value" />
  <SetUpForm v-if="ready" :aria-label="isNew ? 'New job' : (open?.name ?? '')" @save="job.save()">
    <div class="title">
      <JobStamp :icon="form.icon" :picture="form.picture" :size="44" />
      <div>
        <h1>{{ isNew ? 'New job' : (open?.name ?? '') }}</h1>
        <p class="quiet small">
          <template v-if="isNew">{{ where }}</template>
          <template v-else>
            <RouterLink class="link" to="/panels">{{ where }}</RouterLink>&nbsp;
            <RouterLink class="link" :to="`/dependents/job/${openId}`">Dependents</RouterLink>&nbsp;
            <ItemVersions v-if="open" :of="open" kind="JOB" />
          </template>
        </p>
      </div>
      <div class="name">
        <FormField v-slot="f" label="Name on the button" name="name">
          <el-input
            :id="f.id"
            v-model="form.name"
            :maxlength="LONGEST"
            placeholder="Berth permit"
            :aria-describedby="f.describedby"
            :aria-invalid="f.invalid"
          />
        </FormField>
      </div>
      <div class="actions">
        <button v-if="!isNew" type="button" class="link small delete" @click="asking = true">Delete</button>
        <button v-if="!isNew" type="button" class="button" @click="duplicate">Duplicate</button>
        <button
          v-if="dirty || isNew"
          type="button"
          class="button"
          title="Kept for later; the panels stay as they are"
          :disabled="busy || draft.keep.isPending.value || missing !== undefined"
          @click="draft.keep.mutate()"
        >
          Save draft
        </button>
        <button type="submit" class="button ink" :disabled="busy || missing !== undefined">
          {{ saveWords }}
        </button>
      </div>
    </div>
    <ErrorNote :error="general" />
    <DraftNote :draft="draft" :is-new="isNew" @resumed="opened = 'look'" />
    <ReadyMade v-if="isNew && !begun && !draft.id.value" @take="begin" />
    <p v-if="missing" class="missing">
      {{ missing.words }} <RouterLink :to="missing.to">Make one</RouterLink>
    </p>
    <div class="by">
      <label for="profile">Scan profile</label>
      <el-select id="profile" v-model="profileId" aria-label="Scan profile">
        <el-option v-for="p in profiles.data.value ?? []" :key="p.id" :value="p.id" :label="p.name" />
      </el-select>
      <template v-if="own">
        <span class="small">{{ count(own, 'setting') }} of its own, for this job alone.</span>
        <button type="button" class="link small" @click="job.asProfile()">Set back to the profile</button>
      </template>
      <span v-else class="small quiet"
        >Every setting as in the profile. What you change here is for this job alone.</span
      >
    </div>
    <PartStrip v-model="opened" label="Parts of the job" :parts="parts">
      <PaperPart v-if="opened === 'paper'" v-model="form.scan" :sizes="abilities.data.value?.media ?? []" />
      <LookPart v-else-if="opened === 'look'" v-model="form.scan" />
      <TidyPart v-else-if="opened === 'tidy'" v-model="form.scan" />
      <FilesPart
        v-else-if="opened === 'files'"
        v-model="form.scan"
        :abilities="abilities.data.value"
        :passcode-set="profiles.data.value?.find((p) => p.id === form.profileId)?.passcodeSet ?? false"
        of-job
      />
      <NamePart
        v-else-if="opened === 'name'"
        v-model="form"
        :names="names.data.value ?? []"
        :example="result?.files[0]?.name"
        :order="tried && { job: tried, jobId: isNew ? null : openId, pages: rehearsal.pages.value }"
        :files="result?.files ?? []"
      />
      <AskPart
        v-else-if="opened === 'ask'"
        v-model="form"
        v-model:choosing="choosing"
        :settings="abilities.data.value?.settings ?? []"
      />
      <GoToPart v-else v-model="form" :open="open" />
      <p v-if="differing.has(opened as 'paper')" class="back">
        <button type="button" class="link small" @click="job.asProfile(opened)">
          Set this part back to the profile
        </button>
      </p>
    </PartStrip>
  </SetUpForm>
  <RehearsalPart v-if="ready" :rehearsal="rehearsal" :all="abilities.data.value?.samples ?? []" @mend="mend">
    <TestPart
      v-if="!isNew && may('CHANGE_SETUP')"
      :id="openId"
      :key="openId"
      :pages="rehearsal.pages.value"
      :dirty="dirty"
    />
  </RehearsalPart>
  <AskDelete
    v-model="asking"
    :name="open?.name ?? ''"
    :of="{ kind: 'JOB', id: openId }"
    @remove="job.remove()"
  />
</template>

<style scoped>
.title {
  display: grid;
  grid-template-columns: auto minmax(160px, 1fr) minmax(180px, 260px) auto;
  gap: 14px;
  align-items: end;
  padding-bottom: 10px;
}
.title .actions {
  gap: 12px;
}
.delete {
  color: var(--failed);
}
.missing {
  padding: 8px 12px;
  background: var(--care-wash);
}
.by {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: center;
  padding: 0 0 10px;
}
.by label {
  font-weight: 600;
}
.by .el-select {
  width: 260px;
}
.back {
  padding-top: 10px;
}
@media (max-width: 900px) {
  .title {
    grid-template-columns: auto minmax(0, 1fr);
  }
}
</style>
