<script setup lang="ts">
import { computed, onMounted, ref } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import { useWords } from '@/shared/words';
import ChoiceList from './ChoiceList.vue';
import FolderCrumbs from './FolderCrumbs.vue';
import FolderEntries from './FolderEntries.vue';
import type { Label } from './machine';
import type { PanelState } from './usePanel';

/** Jobs that go onto the stick; or its files, and then the jobs by which one of them can go. */
const props = defineProps<{ panel: PanelState; for: 'onto' | 'from' }>();
const emit = defineEmits<{ done: [] }>();
const { t } = useWords();
const { device, busy, labels, stick, problem } = props.panel;
const path = ref('');
const entries = ref<Schemas['FolderEntry'][]>([]);
const more = ref(false);
const read = ref(false);
/** The file that was chosen. */
const file = ref('');
const first = ref<HTMLElement>();
const below = (name: string) => (path.value ? `${path.value}/${name}` : name);

const ofOffice = computed(() => labels.value.filter(({ own }) => !own));
/** By which jobs it can go; those that print first. */
const jobs = computed<Label[]>(() => {
  const prints = new Set(stick.value?.prints);
  if (props.for === 'onto') {
    const there = new Set(stick.value?.onto.map(({ jobId }) => jobId));
    return ofOffice.value.filter(({ jobId }) => there.has(jobId));
  }
  return [...ofOffice.value].sort((a, b) => Number(prints.has(b.jobId)) - Number(prints.has(a.jobId)));
});
const options = computed(() => jobs.value.map(({ jobId, name }) => ({ value: jobId, words: name })));
const choosesJob = computed(() => props.for === 'onto' || file.value !== '');
const title = computed(() =>
  props.for === 'onto' ? t('stick.onto') : t('stick.by', { name: file.value.split('/').pop() ?? '' }),
);

let asked = 0;
async function open(to: string, after = '') {
  props.panel.touch();
  const mine = ++asked;
  const listing = await props.panel.lookUp(() =>
    ask(
      api.GET('/api/panel/{device}/stick/files', {
        params: { path: { device }, query: { path: to, after } },
      }),
    ),
  );
  // What was pressed later may have been answered before.
  if (!listing || mine !== asked) return;
  path.value = to;
  entries.value = after ? [...entries.value, ...listing.entries] : listing.entries;
  more.value = listing.more;
  read.value = true;
}
function choose(entry: Schemas['FolderEntry']) {
  if (entry.folder) void open(below(entry.name));
  else if (jobs.value.length === 1 && jobs.value[0]) void go(jobs.value[0], below(entry.name));
  else file.value = below(entry.name);
}
async function go(job: Label, chosen = file.value) {
  const onto = stick.value?.onto.find(({ jobId }) => jobId === job.jobId);
  if (props.for === 'from') await props.panel.openFromStick(job, chosen);
  else if (onto) await props.panel.beginOntoStick(job, onto);
  if (!problem.value) emit('done');
}
function press(value: string) {
  const job = jobs.value.find(({ jobId }) => jobId === value);
  if (job) void go(job);
}
function back() {
  if (file.value) file.value = '';
  else emit('done');
}
onMounted(async () => {
  first.value?.focus();
  if (props.for === 'from') await open('');
});
</script>

<template>
  <section class="choice-drawer" :aria-label="t('stick.title')" @keydown.esc="emit('done')">
    <header>
      <h2 v-if="choosesJob">{{ title }}</h2>
      <FolderCrumbs v-else :root="t('stick.title')" :path="path" @open="open" />
      <button ref="first" type="button" class="key" @click="back">{{ t('panel.back') }}</button>
    </header>
    <p v-if="problem" class="wrong" role="alert">{{ problem.sentence }} {{ problem.remedy }}</p>
    <ChoiceList
      v-if="choosesJob"
      :label="title"
      :options="options"
      :is-chosen="() => false"
      @press="press($event.value)"
    />
    <FolderEntries
      v-else-if="entries.length"
      :entries="entries"
      :label="t('stick.files')"
      :busy="busy"
      @choose="choose"
    />
    <p v-else-if="read" class="quiet">{{ t('stick.none') }}</p>
    <footer v-if="more && !choosesJob">
      <button type="button" class="key" @click="open(path, entries[entries.length - 1]?.name)">
        {{ t('folder.more') }}
      </button>
    </footer>
  </section>
</template>

<style scoped>
.wrong {
  color: var(--failed);
  font-weight: 600;
}
</style>
