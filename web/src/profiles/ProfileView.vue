<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import AskDelete from '@/shared/AskDelete.vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import FormField from '@/shared/FormField.vue';
import { useKeys } from '@/shared/keys';
import SetUpForm from '@/shared/SetUpForm.vue';
import StateMark from '@/shared/StateMark.vue';
import BeforeAfter from './BeforeAfter.vue';
import CostBeside from './CostBeside.vue';
import FilesPart from './FilesPart.vue';
import LookPart from './LookPart.vue';
import PaperPart from './PaperPart.vue';
import { sentences } from './sentences';
import TidyPart from './TidyPart.vue';
import { useProfile } from './useProfile';

const router = useRouter();
const profile = useProfile();
const { id, isNew, query, abilities, form, sample, media, pages, limitMb, model, preview, estimate } =
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
const words = computed(() => sentences(form.value));
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
  <SetUpForm @save="profile.save()">
    <div class="title">
      <h1>{{ isNew ? 'New scan profile' : (query.data.value?.name ?? '') }}</h1>
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
    <ErrorNote :error="query.error.value ?? general" />
    <div class="parts" role="tablist" aria-label="Parts of the profile">
      <button
        v-for="part in PARTS"
        :id="`part-${part.key}`"
        :key="part.key"
        type="button"
        role="tab"
        :aria-selected="opened === part.key"
        aria-controls="part-settings"
        @click="opened = part.key"
      >
        <strong>{{ part.title }}</strong>
        <span>{{ words[part.key] }}</span>
      </button>
    </div>
    <div id="part-settings" class="settings" role="tabpanel" :aria-labelledby="`part-${opened}`">
      <PaperPart v-if="opened === 'paper'" v-model="form" :sizes="abilities.data.value?.media ?? []" />
      <LookPart v-else-if="opened === 'look'" v-model="form" />
      <TidyPart v-else-if="opened === 'tidy'" v-model="form" />
      <FilesPart
        v-else
        v-model="form"
        :abilities="abilities.data.value"
        :passcode-set="query.data.value?.passcodeSet ?? false"
      />
    </div>
    <p v-if="problem" class="wrong" role="alert">
      <StateMark mark="failed" silent />
      <span>{{ problem.message }}</span>
    </p>
  </SetUpForm>
  <div class="below">
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
  <AskDelete
    v-model="asking"
    :name="form.name"
    says="Jobs that use it keep it from being deleted; Courier names them."
    @remove="profile.remove()"
  />
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
.parts {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  border: 1px solid var(--rule);
  border-bottom: 0;
  background: var(--paper-1);
}
.parts button {
  position: relative;
  display: flex;
  flex-direction: column;
  gap: 2px;
  align-items: flex-start;
  padding: 9px 14px 12px;
  border: 0;
  background: none;
  text-align: left;
  cursor: pointer;
}
.parts button + button {
  border-left: 1px solid var(--rule);
}
.parts strong {
  font: 680 15px/20px var(--heading);
  font-stretch: 90%;
}
.parts span {
  font-size: 13px;
  line-height: 18px;
}
.parts [aria-selected='true'] {
  z-index: 1;
  margin: -1px -1px -1px 0;
  border: 1px solid var(--ink-9);
  border-bottom-color: var(--paper-0);
  background: var(--paper-0);
  box-shadow: inset 0 4px 0 var(--stamp);
}
.settings {
  padding: 14px 18px 16px;
  border: 1px solid var(--ink-9);
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
  .parts {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
  .below {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
