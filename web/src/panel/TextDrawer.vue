<script setup lang="ts">
import { computed, onMounted, ref } from 'vue';
import type { Schemas } from '@/api/client';
import { useWords } from '@/shared/words';
import type { Answers } from './machine';
import { answerTo, captionOf } from './questions';
import type { PanelState } from './usePanel';

/** An answer that is written: a line, a number, a day, a passcode. */
const props = defineProps<{ panel: PanelState; question: Schemas['Ask']; answers: Answers }>();
const emit = defineEmits<{ done: [] }>();
const { t } = useWords();
const text = ref(answerTo(props.question, props.answers));
const field = ref<HTMLInputElement>();
const shown = ref(false);
const isPasscode = computed(() => props.question.kind === 'PASSCODE');
const caption = computed(() => captionOf(props.question, t));
const hint = computed(() => {
  if (isPasscode.value) return t('ask.passcode-hint');
  if (props.question.kind !== 'QUESTION') return t('ask.instead');
  return props.question.required ? t('ask.required') : t('ask.optional');
});
const kind = computed(() => {
  if (isPasscode.value) return shown.value ? 'text' : 'password';
  return props.question.type === 'DATE' ? 'date' : 'text';
});
onMounted(() => field.value?.focus());

function take() {
  props.panel.answer(props.question, text.value.trim());
  emit('done');
}
</script>

<template>
  <section class="choice-drawer" :aria-label="caption" @keydown.esc="emit('done')">
    <header>
      <h2>{{ caption }}</h2>
      <button type="button" class="key" @click="emit('done')">{{ t('panel.back') }}</button>
    </header>
    <form @submit.prevent="take">
      <input
        ref="field"
        v-model="text"
        :type="kind"
        :inputmode="question.type === 'NUMBER' ? 'decimal' : undefined"
        autocomplete="off"
        :data-private="isPasscode || undefined"
        :maxlength="isPasscode ? 127 : question.kind === 'FILE_NAME' ? 120 : 200"
        :aria-label="caption"
        aria-describedby="hint"
        @input="panel.touch()"
      />
      <button v-if="isPasscode" type="button" class="key" :aria-pressed="shown" @click="shown = !shown">
        {{ t('ask.show') }}
      </button>
      <button type="submit" class="key stamp">{{ t('ask.ok') }}</button>
    </form>
    <p id="hint" class="quiet">{{ hint }}</p>
  </section>
</template>

<style scoped>
form {
  display: flex;
  gap: 10px;
}
input {
  flex: 1;
  min-width: 0;
}
[aria-pressed='true'] {
  background: var(--ink-9);
  color: var(--paper-0);
}
</style>
