<script setup lang="ts">
import { computed, onMounted, ref } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import { useWords } from '@/shared/words';
import FolderCrumbs from './FolderCrumbs.vue';
import FolderEntries from './FolderEntries.vue';
import type { Answers } from './machine';
import { answerTo } from './questions';
import type { PanelState } from './usePanel';

/** A folder below the destination's own, looked for from its root down. */
const props = defineProps<{ panel: PanelState; question: Schemas['Ask']; answers: Answers }>();
const emit = defineEmits<{ done: [] }>();
const { t } = useWords();
const { device, busy } = props.panel;
const path = ref(answerTo(props.question, props.answers));
const entries = ref<Schemas['FolderEntry'][]>([]);
const more = ref(false);
const making = ref(false);
const name = ref('');
const first = ref<InstanceType<typeof FolderCrumbs>>();
const crumbs = computed(() => path.value.split('/').filter(Boolean));
const places = { path: { device, destination: props.question.destinationId ?? '' } };

let asked = 0;
async function open(to: string, after = '') {
  props.panel.touch();
  const mine = ++asked;
  const listing = await props.panel.lookUp(() =>
    ask(
      api.GET('/api/panel/{device}/destinations/{destination}/folders', {
        params: { ...places, query: { path: to, after } },
      }),
    ),
  );
  // What was pressed later may have been answered before.
  if (!listing || mine !== asked) return;
  path.value = to;
  const found = listing.entries.filter((entry) => entry.folder);
  entries.value = after ? [...entries.value, ...found] : found;
  more.value = listing.more && listing.entries.every((entry) => entry.folder);
}
async function make() {
  if (!name.value.trim()) return;
  props.panel.touch();
  const listing = await props.panel.attempt(() =>
    ask(
      api.POST('/api/panel/{device}/destinations/{destination}/folders', {
        params: places,
        body: { path: path.value, name: name.value.trim() },
      }),
    ),
  );
  if (!listing) return;
  making.value = false;
  await open([...crumbs.value, name.value.trim()].join('/'));
  name.value = '';
}
function choose() {
  props.panel.answer(props.question, path.value);
  emit('done');
}
onMounted(async () => {
  first.value?.focus();
  await open(path.value);
});
</script>

<template>
  <section class="choice-drawer" :aria-label="t('folder.title')" @keydown.esc="emit('done')">
    <header>
      <FolderCrumbs ref="first" :root="question.name" :path="path" @open="open" />
      <button type="button" class="key" @click="emit('done')">{{ t('panel.back') }}</button>
      <button type="button" class="key stamp" :disabled="busy" @click="choose">{{ t('folder.here') }}</button>
    </header>
    <FolderEntries
      v-if="entries.length"
      :entries="entries"
      :label="t('folder.list')"
      :busy="busy"
      @choose="open([...crumbs, $event.name].join('/'))"
    />
    <p v-else class="quiet nothing">{{ t('folder.none') }}</p>
    <footer>
      <button v-if="more" type="button" class="key" @click="open(path, entries[entries.length - 1]?.name)">
        {{ t('folder.more') }}
      </button>
      <form v-if="making" @submit.prevent="make">
        <input
          v-model="name"
          type="text"
          maxlength="120"
          :aria-label="t('folder.name')"
          :placeholder="t('folder.name-short')"
        />
        <button type="submit" class="key" :disabled="busy || !name.trim()">{{ t('folder.create') }}</button>
      </form>
      <button v-else-if="question.freely" type="button" class="key" @click="making = true">
        {{ t('folder.new') }}
      </button>
    </footer>
  </section>
</template>

<style scoped>
.nothing {
  flex: 1;
}
footer,
form {
  display: flex;
  gap: 10px;
}
input {
  width: 380px;
}
</style>
