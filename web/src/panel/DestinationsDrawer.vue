<script setup lang="ts">
import { computed, onMounted, ref } from 'vue';
import type { Schemas } from '@/api/client';
import { beginsSo } from '@/shared/letters';
import { useWords } from '@/shared/words';
import ChoiceList from './ChoiceList.vue';
import type { Answers } from './machine';
import { answersTo, captionOf } from './questions';
import type { PanelState } from './usePanel';

/** Where it goes: one or several of the job's destinations. */
const props = defineProps<{ panel: PanelState; question: Schemas['Ask']; answers: Answers }>();
const emit = defineEmits<{ done: [] }>();
const { t } = useWords();
/** So many are seen at once. */
const FEW = 9;
const letters = ref('');
const field = ref<HTMLInputElement>();
const list = ref<InstanceType<typeof ChoiceList>>();
const chosen = computed(() => answersTo(props.question, props.answers));
const isChosen = (value: string) => chosen.value.some((one) => one.value === value);
const shown = computed(() =>
  props.question.options.options.filter((one) => beginsSo([one.words], letters.value)),
);
onMounted(() => (field.value ?? list.value)?.focus());

function press(value: string, name: string) {
  const others = chosen.value.filter((one) => one.value !== value);
  props.panel.answer(props.question, isChosen(value) ? others : [...chosen.value, { value, name }]);
}
</script>

<template>
  <section class="choice-drawer" :aria-label="captionOf(question, t)" @keydown.esc="emit('done')">
    <header>
      <h2>{{ captionOf(question, t) }}</h2>
      <button type="button" class="key stamp" @click="emit('done')">
        {{ t(chosen.length ? 'ask.ok' : 'panel.back') }}
      </button>
    </header>
    <input
      v-if="question.options.options.length > FEW"
      ref="field"
      v-model="letters"
      type="search"
      autocomplete="off"
      maxlength="60"
      :aria-label="t('ask.search')"
      :placeholder="t('ask.search')"
      @input="panel.touch()"
    />
    <ChoiceList
      ref="list"
      :label="captionOf(question, t)"
      :options="shown"
      :is-chosen="isChosen"
      @press="press($event.value, $event.words)"
    />
    <p v-if="!shown.length" class="quiet">{{ t('ask.no-match') }}</p>
  </section>
</template>

<style scoped>
header h2 {
  flex: 1;
}
</style>
