<script setup lang="ts">
import { useEventListener } from '@vueuse/core';
import { computed, ref } from 'vue';
import { useWords } from '@/shared/words';
import LabelPages from './LabelPages.vue';
import NewsStrip from './NewsStrip.vue';
import SampleDrawer from './SampleDrawer.vue';
import type { PanelState } from './usePanel';

const props = defineProps<{ panel: PanelState }>();
const { t } = useWords();
const { labels, loaded, busy, front, mine } = props.panel;
const news = computed(() => mine.value?.news ?? []);
const drawer = ref(false);
const title = computed(() =>
  loaded.value ? t('jobs.in-feeder', { n: loaded.value.sheets }) : t('jobs.what'),
);
const still = computed(
  () => busy.value || front.value?.condition === 'STOPPED' || front.value?.condition === 'UNREACHABLE',
);
/** The device's own start key is the keyboard's Enter; on a label or a key, Enter chooses that. Held down from the PIN it starts nothing. */
useEventListener(document, 'keydown', (event) => {
  const start = labels.value.find((label) => label.start && label.possible);
  const elsewhere = document.activeElement?.closest('button, a, input, textarea, [tabindex]');
  if (event.key === 'Enter' && !event.repeat && start && !still.value && !elsewhere)
    void props.panel.begin(start);
});
</script>

<template>
  <div class="jobs">
    <NewsStrip v-if="news.length" :news="news" :busy="busy" @seen="panel.newsSeen()" />
    <h1 v-else>{{ title }}</h1>
    <LabelPages :labels="labels" :still="still" :lower="news.length > 0" @begin="panel.begin($event)">
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
.key.sample {
  border-style: dashed;
}
/* The smallest panels, 800 x 480. */
@media (max-height: 520px) {
  .jobs {
    padding: 8px 12px 8px 16px;
  }
}
</style>
