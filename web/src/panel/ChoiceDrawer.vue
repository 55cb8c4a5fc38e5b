<script setup lang="ts">
import { watchDebounced } from '@vueuse/core';
import { onMounted, ref } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import { useWords } from '@/shared/words';
import ChoiceList from './ChoiceList.vue';
import type { Answers } from './machine';
import { answerTo, captionOf } from './questions';
import type { PanelState } from './usePanel';

/** One of a list, which is searched by letters when it is long. */
const props = defineProps<{ panel: PanelState; question: Schemas['Ask']; answers: Answers; job: string }>();
const emit = defineEmits<{ done: [] }>();
const { t } = useWords();
const letters = ref('');
const found = ref(props.question.options);
const field = ref<HTMLInputElement>();
const list = ref<InstanceType<typeof ChoiceList>>();
const chosen = answerTo(props.question, props.answers);

/** What was asked last counts, whatever answer comes first. */
let asked = 0;
watchDebounced(
  letters,
  async () => {
    props.panel.touch();
    const mine = ++asked;
    const seen = await props.panel.lookUp(() =>
      ask(
        api.GET('/api/panel/{device}/jobs/{job}/choices', {
          params: {
            path: { device: props.panel.device, job: props.job },
            query: { question: props.question.key, letters: letters.value },
          },
        }),
      ),
    );
    if (seen && mine === asked) found.value = seen;
  },
  { debounce: 200 },
);
onMounted(() => (field.value ?? list.value)?.focus());

function take(value: string) {
  props.panel.answer(props.question, value);
  emit('done');
}
</script>

<template>
  <section class="choice-drawer" :aria-label="captionOf(question, t)" @keydown.esc="emit('done')">
    <header>
      <h2>{{ captionOf(question, t) }}</h2>
      <button v-if="!question.required && chosen" type="button" class="key" @click="take('')">
        {{ t('ask.none') }}
      </button>
      <button type="button" class="key" @click="emit('done')">{{ t('panel.back') }}</button>
    </header>
    <input
      v-if="question.options.more"
      ref="field"
      v-model="letters"
      type="search"
      autocomplete="off"
      maxlength="60"
      :aria-label="t('ask.search')"
      :placeholder="t('ask.search')"
    />
    <ChoiceList
      ref="list"
      :label="captionOf(question, t)"
      :options="found.options"
      :is-chosen="(value) => value === chosen"
      @press="take($event.value)"
    />
    <p v-if="!found.options.length" class="quiet">{{ t('ask.no-match') }}</p>
    <p v-if="found.more" class="quiet">{{ t('ask.more') }}</p>
  </section>
</template>

<style scoped>
header h2 {
  flex: 1;
}
</style>
