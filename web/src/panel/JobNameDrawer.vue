<script setup lang="ts">
import { onMounted, ref } from 'vue';
import { useWords } from '@/shared/words';
import type { PanelState } from './usePanel';

/** A job of one's own gets a name, or another one. */
const props = defineProps<{
  panel: PanelState;
  title: string;
  now?: string;
  hint?: string;
  /** @returns the name that it has then; nothing when it cannot be */
  save: (name: string) => Promise<string | undefined>;
}>();
const emit = defineEmits<{ done: []; kept: [name: string] }>();
const { t } = useWords();
const { busy, problem } = props.panel;
const LONGEST = 40;
const name = ref(props.now ?? '');
const field = ref<HTMLInputElement>();
onMounted(() => {
  field.value?.focus();
  field.value?.select();
});

async function keep() {
  const kept = await props.save(name.value.trim());
  if (kept) emit('kept', kept);
}
</script>

<template>
  <section class="choice-drawer" :aria-label="title" @keydown.esc="emit('done')">
    <header>
      <h2>{{ title }}</h2>
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
        :aria-describedby="hint ? 'hint' : undefined"
        @input="panel.touch()"
      />
      <button type="submit" class="key stamp" :disabled="busy || !name.trim()">{{ t('own.save') }}</button>
    </form>
    <p v-if="problem" class="wrong" role="alert">{{ problem.sentence }} {{ problem.remedy }}</p>
    <p v-if="hint" id="hint" class="quiet">{{ hint }}</p>
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
