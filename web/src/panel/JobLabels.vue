<script setup lang="ts">
import { useEventListener } from '@vueuse/core';
import { computed, nextTick, ref } from 'vue';
import { beginsSo } from '@/shared/letters';
import { useWords } from '@/shared/words';
import { isWriting } from './keyboard';
import LabelPages from './LabelPages.vue';
import NewsStrip from './NewsStrip.vue';
import SampleDrawer from './SampleDrawer.vue';
import ShelfDrawer from './ShelfDrawer.vue';
import StickStrip from './StickStrip.vue';
import type { PanelState } from './usePanel';

const props = defineProps<{ panel: PanelState }>();
const { t } = useWords();
const { labels, loaded, busy, front, mine, helpOpen, stick } = props.panel;
const news = computed(() => mine.value?.news ?? []);
const hasStick = computed(() => stick.value?.in && (stick.value.onto.length > 0 || stick.value.opens));
const drawer = ref(false);
const shelf = ref(false);
const stickDrawer = ref<'onto' | 'from'>();
/** A sheet lies over the labels: keys are for that. */
const covered = computed(
  () => drawer.value || shelf.value || helpOpen.value || stickDrawer.value !== undefined,
);
const title = computed(() => {
  if (!loaded.value) return t('jobs.what');
  const { sheets: n, onGlass } = loaded.value;
  const most = front.value?.feederSheets ?? 0;
  return !onGlass && most && n > most ? t('jobs.too-many', { n, most }) : t('jobs.in-feeder', { n });
});
const still = computed(
  () => busy.value || ['STOPPED', 'UNREACHABLE', 'UPDATING'].includes(front.value?.condition ?? ''),
);
/** More than a page are found by typing too: by the first letters of a job, or of where it goes. */
const FEW = 5;
const canFind = computed(() => labels.value.length > FEW);
const finding = ref(false);
const letters = ref('');
const field = ref<HTMLInputElement>();
const found = computed(() => finding.value && letters.value.trim() !== '');
const shown = computed(() =>
  found.value
    ? labels.value.filter((label) => beginsSo([label.name, ...label.to], letters.value))
    : labels.value,
);
async function find(typed = '') {
  props.panel.touch();
  finding.value = true;
  letters.value = typed;
  await nextTick();
  field.value?.focus();
}
function leaveFinding() {
  props.panel.touch();
  finding.value = false;
  letters.value = '';
}
/** Enter begins it when it is the only one. */
function take() {
  const [only, ...more] = shown.value;
  if (found.value && only?.possible && !more.length && !still.value) void props.panel.begin(only);
}
useEventListener(document, 'keydown', (event) => {
  const letter = /^\p{L}$/u.test(event.key) && !event.ctrlKey && !event.metaKey && !event.altKey;
  if (!letter || isWriting() || finding.value || !canFind.value || covered.value) return;
  event.preventDefault();
  void find(event.key);
});
/** The device's own start key is the keyboard's Enter; on a label or a key, Enter chooses that. Held down from the PIN it starts nothing. */
useEventListener(document, 'keydown', (event) => {
  const start = labels.value.find((label) => label.start && label.possible);
  const elsewhere = document.activeElement?.closest('button, a, input, textarea, [tabindex]');
  if (event.key === 'Enter' && !event.repeat && start && !still.value && !elsewhere && !covered.value)
    void props.panel.begin(start);
});
</script>

<template>
  <div class="jobs">
    <NewsStrip v-if="news.length" :news="news" :busy="busy" @seen="panel.newsSeen()" />
    <StickStrip
      v-else-if="hasStick && !finding"
      v-model:open="stickDrawer"
      :panel="panel"
      :still="still"
      :title="title"
    />
    <h1 v-else-if="!finding">{{ title }}</h1>
    <form v-if="finding" class="find" role="search" @submit.prevent="take" @keydown.esc="leaveFinding">
      <input
        ref="field"
        v-model="letters"
        type="text"
        autocomplete="off"
        maxlength="60"
        :aria-label="t('jobs.find-letters')"
        :placeholder="t('jobs.find-letters')"
        @input="panel.touch()"
      />
      <button type="button" class="key" @click="leaveFinding">{{ t('panel.back') }}</button>
    </form>
    <LabelPages
      :labels="shown"
      :still="still"
      :lower="news.length > 0 || hasStick"
      :found="found"
      @begin="panel.begin($event)"
    >
      <button v-if="canFind && !finding" type="button" class="key" @click="find()">
        {{ t('jobs.find') }}
      </button>
      <button
        v-if="front?.shelf && !front.person?.guest && !finding"
        type="button"
        class="key"
        @click="shelf = true"
      >
        {{ t('shelf.title') }}
      </button>
      <button
        v-if="front?.standIn"
        type="button"
        class="key sample"
        :aria-expanded="drawer"
        @click="drawer = !drawer"
      >
        {{ t('sample.title') }}
      </button>
    </LabelPages>
    <ShelfDrawer v-if="shelf" :panel="panel" @done="shelf = false" />
    <SampleDrawer v-if="drawer" :panel="panel" @done="drawer = false" />
  </div>
</template>

<style scoped>
.jobs {
  position: relative;
  display: flex;
  flex: 1;
  flex-direction: column;
  padding: 18px 12px 16px 16px;
}
.find {
  display: flex;
  gap: 10px;
}
.find input {
  flex: 1;
  min-width: 0;
  min-height: 52px;
  padding: 4px 16px;
  border: 1.5px solid var(--ink-7);
  border-radius: 3px;
  background: var(--paper-0);
  color: var(--ink-9);
  font-size: 22px;
}
.key.sample {
  border-style: dashed;
}
/* The smallest panels, 800 x 480. */
@container panel (max-height: 520px) {
  .jobs {
    padding: 8px 12px 8px 16px;
  }
}
</style>
