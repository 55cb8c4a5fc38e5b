<script setup lang="ts">
import { onMounted, ref } from 'vue';
import { useWords } from '@/shared/words';
import type { At } from './machine';
import type { PanelState } from './usePanel';

/** What was just sent is kept as a job of one's own, under a name. */
const props = defineProps<{ panel: PanelState; at: At<'sent'> }>();
const emit = defineEmits<{ done: []; kept: [name: string] }>();
const { t } = useWords();
const { busy, problem } = props.panel;
const LONGEST = 40;
const name = ref('');
const field = ref<HTMLInputElement>();
onMounted(() => field.value?.focus());

async function keep() {
  const kept = await props.panel.keepOwnJob(props.at.job, props.at.answers, name.value.trim());
  if (kept) emit('kept', kept);
}
</script>

<template>
  <section class="choice-drawer" :aria-label="t('own.keep')" @keydown.esc="emit('done')">
    <header>
      <h2>{{ t('own.keep') }}</h2>
      <button type="button" class="key" @click="emit('done')">{{ t('panel.back') }}</button>
    </header>
    <form @submit.prevent="keep">
      <input
        ref="field"
        v-model="name"
        type="text"
        autocomplete="off"
        :maxlength="LONGEST"
        :aria-label="t('own.name')"
        :placeholder="t('own.name')"
        aria-describedby="hint"
        @input="panel.touch()"
      />
      <button type="submit" class="key stamp" :disabled="busy || !name.trim()">{{ t('own.save') }}</button>
    </form>
    <p v-if="problem" class="wrong" role="alert">{{ problem.sentence }} {{ problem.remedy }}</p>
    <p id="hint" class="quiet">{{ t('own.hint') }}</p>
  </section>
</template>

<style scoped>
form {
  display: flex;
  gap: 12px;
}
input {
  flex: 1;
}
.wrong {
  color: var(--failed);
  font-weight: 600;
}
</style>
