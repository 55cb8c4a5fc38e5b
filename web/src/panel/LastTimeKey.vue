<script setup lang="ts">
import { computed, onMounted, ref } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import { useWords } from '@/shared/words';
import type { Answers, Label } from './machine';
import { asLastTime } from './questions';
import type { PanelState } from './usePanel';

/** Answers all that a job asks as its person did when they last sent it; gone once something is answered. */
const props = defineProps<{ panel: PanelState; job: Label; answers: Answers }>();
const { t } = useWords();
const last = ref<Schemas['LastAnswers']>();
const again = computed(() => (last.value ? asLastTime(props.job.asks, last.value) : {}));
const offered = computed(
  () => Object.keys(again.value).length > 0 && Object.keys(props.answers).length === 0,
);
onMounted(async () => {
  const guest = props.panel.front.value?.person?.guest;
  if (guest || !props.job.asks.some((asked) => asked.kind !== 'CONSENT')) return;
  const path = { device: props.panel.device, job: props.job.jobId };
  await props.panel.quietly(async () => {
    last.value = await ask(api.GET('/api/panel/{device}/jobs/{job}/last-time', { params: { path } }));
  });
});
</script>

<template>
  <button v-if="offered" type="button" class="key" @click="panel.answerAll(again)">
    {{ t('ask.last-time') }}
  </button>
</template>
