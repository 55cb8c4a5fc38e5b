<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import FoundHere from '@/preflight/FoundHere.vue';
import AskDelete from '@/shared/AskDelete.vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import FormField from '@/shared/FormField.vue';
import { useKeys } from '@/shared/keys';
import SetUpForm from '@/shared/SetUpForm.vue';
import StateMark from '@/shared/StateMark.vue';
import UsedBy from '@/shared/UsedBy.vue';
import BeforeAfter from './BeforeAfter.vue';
import CostBeside from './CostBeside.vue';
import FilesPart from './FilesPart.vue';
import LookPart from './LookPart.vue';
import PaperPart from './PaperPart.vue';
import PartStrip from './PartStrip.vue';
import { sentences } from './sentences';
import TidyPart from './TidyPart.vue';
import { useProfile } from './useProfile';

const router = useRouter();
const profile = useProfile();
const { id, isNew, ready, query, abilities, form, sample, media, pages, limitMb, model, preview, estimate } =
  profile;
const { general, busy } = profile;

const PARTS = [
  { key: 'paper', title: 'Paper' },
  { key: 'look', title: 'Look' },
  { key: 'tidy', title: 'Tidy' },
  { key: 'files', title: 'Files' },
] as const;
type Part = (typeof PARTS)[number]['key'];
const opened = ref<Part>('look');
const parts = computed(() => {
  const words = sentences(form.value);
  return PARTS.map((part) => ({ ...part, words: words[part.key] }));
});
const asking = ref(false);

/** The sample that shows best what the opened part does, until a person chooses one. */
const shows = computed<Record<Part, string>>(() => ({
  paper: form.value.tidy.eachPaper ? 'receipts' : 'book',
  look: 'letter',
  tidy: 'form',
  files: 'letter',
}));
const chosen = ref(false);
watch(
  () => shows.value[opened.value],
  (best) => !chosen.value && (sample.value = best),
);
function choose(name: string) {
  chosen.value = true;
  sample.value = name;
}

const problem = computed(() => preview.error.value ?? estimate.error.value);
useKeys({
  e: () => document.querySelector<HTMLElement>('.name input')?.focus(),
  Escape: () => void router.push('/profiles'),
});
</script>

<template>
  <ErrorNote :error="query.error.value" />
  <SetUpForm v-if="ready" @save="profile.save()">
    <div class="title">
      <div>
        <h1>{{ isNew ? 'New scan profile' : (query.data.value?.name ?? '') }}</h1>
        <UsedBy v-if="profile.open.value" :of="profile.open.value" kind="PROFILE" />
        <FoundHere v-if="!isNew" :id="id" kind="PROFILE" />
      </div>
      <div class="name">
        <FormField v-slot="f" label="Name" name="name">
          <el-input
            :id="f.id"
            v-model="form.name"
            maxlength="60"
            placeholder="Both sides, searchable"
            :aria-describedby="f.describedby"
            :aria-invalid="f.invalid"
          />
        </FormField>
      </div>
      <div class="actions">
        <button v-if="!isNew" type="button" class="link small delete" @click="asking = true">Delete</button>
        <a v-if="!isNew" class="button" :href="`/api/profiles/${id}/export`" download>Export</a>
        <button type="submit" class="button ink" :disabled="busy">Save</button>
      </div>
    </div>
    <ErrorNote :error="general" />
    <PartStrip v-model="opened" label="Parts of the profile" :parts="parts">
      <PaperPart v-if="opened === 'paper'" v-model="form" :sizes="abilities.data.value?.media ?? []" />
      <LookPart v-else-if="opened === 'look'" v-model="form" />
      <TidyPart v-else-if="opened === 'tidy'" v-model="form" />
      <FilesPart
        v-else
        v-model="form"
        :abilities="abilities.data.value"
        :passcode-set="query.data.value?.passcodeSet ?? false"
      />
    </PartStrip>
    <p v-if="problem" class="wrong" role="alert">
      <StateMark mark="failed" silent />
      <span>{{ problem.message }}</span>
    </p>
  </SetUpForm>
  <div v-if="ready" class="below">
    <BeforeAfter
      :samples="abilities.data.value?.samples ?? []"
      :sample="sample"
      :preview="preview.data.value"
      :moving="preview.isFetching.value"
      @choose="choose"
    />
    <CostBeside
      v-model:media="media"
      v-model:pages="pages"
      v-model:limit-mb="limitMb"
      v-model:model="model"
      :estimate="estimate.data.value"
      :sizes="abilities.data.value?.media ?? []"
      :models="abilities.data.value?.models ?? []"
    />
  </div>
  <AskDelete v-model="asking" :name="form.name" :of="{ kind: 'PROFILE', id }" @remove="profile.remove()" />
</template>

<style scoped>
.title {
  display: grid;
  grid-template-columns: minmax(200px, 1fr) minmax(200px, 320px) auto;
  gap: 24px;
  align-items: end;
  padding-bottom: 12px;
}
.title .actions {
  gap: 14px;
}
.delete {
  color: var(--failed);
}
.wrong {
  display: flex;
  gap: 8px;
  align-items: center;
  padding: 8px 12px;
  background: var(--failed-wash);
}
.below {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 330px;
  gap: 28px;
  margin-top: 16px;
  padding-top: 12px;
  border-top: 2px solid var(--ink-9);
}
@media (max-width: 900px) {
  .title {
    grid-template-columns: minmax(0, 1fr);
  }
  .below {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
