<script setup lang="ts">
import { watchDebounced } from '@vueuse/core';
import { computed, onMounted, ref } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import { useWords } from '@/shared/words';
import type { Answers } from './machine';
import { answersTo, captionOf } from './questions';
import type { PanelState } from './usePanel';

/** Whom a mail goes to: people by their first letters, those of lately, or an address. */
const props = defineProps<{ panel: PanelState; question: Schemas['Ask']; answers: Answers }>();
const emit = defineEmits<{ done: [] }>();
const { t } = useWords();
const { device } = props.panel;
const letters = ref('');
const book = ref<Schemas['AddressBook']>();
const field = ref<HTMLInputElement>();
const chosen = computed(() => answersTo(props.question, props.answers));
const isAddress = computed(() => /^[^\s@]+@[^\s@]+\.[^\s@]+$/.test(letters.value.trim()));
const shown = computed(() =>
  letters.value ? (book.value?.people ?? []) : [...(book.value?.recent ?? []), ...others.value],
);
const others = computed(() =>
  (book.value?.people ?? []).filter((one) => !book.value?.recent.some((known) => known.email === one.email)),
);

async function find() {
  props.panel.touch();
  const found = await props.panel.attempt(() =>
    ask(
      api.GET('/api/panel/{device}/people', {
        params: { path: { device }, query: { letters: isAddress.value ? '' : letters.value } },
      }),
    ),
  );
  if (found) book.value = found;
}
watchDebounced(letters, find, { debounce: 200 });
onMounted(() => {
  field.value?.focus();
  void find();
});

function toggle(email: string) {
  const next = chosen.value.includes(email)
    ? chosen.value.filter((one) => one !== email)
    : [...chosen.value, email];
  props.panel.answer(props.question, next);
}
function addWritten() {
  if (!props.question.freely || !isAddress.value) return;
  const email = letters.value.trim();
  if (!chosen.value.includes(email)) toggle(email);
  letters.value = '';
}
</script>

<template>
  <section class="choice-drawer" :aria-label="t('recipients.title')" @keydown.esc="emit('done')">
    <header>
      <h2>{{ question.kind === 'COPIES' ? captionOf(question, t) : t('recipients.who') }}</h2>
      <button type="button" class="key stamp" @click="emit('done')">
        {{ chosen.length ? t('recipients.done', { n: chosen.length }) : t('panel.back') }}
      </button>
    </header>
    <form @submit.prevent="addWritten">
      <input
        ref="field"
        v-model="letters"
        type="text"
        inputmode="email"
        autocomplete="off"
        maxlength="254"
        :aria-label="t(question.freely ? 'recipients.letters-or-address' : 'recipients.letters')"
        :placeholder="t(question.freely ? 'recipients.letters-or-address' : 'recipients.letters')"
      />
      <button v-if="question.freely" type="submit" class="key" :disabled="!isAddress">
        {{ t('recipients.add') }}
      </button>
    </form>
    <ul v-if="chosen.length" class="chosen" :aria-label="t('recipients.chosen')">
      <li v-for="email in chosen" :key="email">
        <button
          type="button"
          class="key"
          :aria-label="t('recipients.remove', { address: email })"
          @click="toggle(email)"
        >
          {{ email }} ×
        </button>
      </li>
    </ul>
    <ul class="list" tabindex="0" :aria-label="t('recipients.people')">
      <li v-for="one in shown" :key="one.email">
        <label>
          <input type="checkbox" :checked="chosen.includes(one.email)" @change="toggle(one.email)" />
          <strong>{{ one.name }}</strong>
          <span class="quiet">{{ one.email === one.name ? '' : one.email }}</span>
        </label>
      </li>
    </ul>
    <p v-if="book && !shown.length" class="quiet">{{ t('recipients.no-match') }}</p>
    <p v-if="book?.more" class="quiet">{{ t('recipients.more') }}</p>
  </section>
</template>

<style scoped>
form {
  display: flex;
  gap: 10px;
}
input[type='text'] {
  flex: 1;
}
.chosen {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin: 0;
  padding: 0;
  list-style: none;
}
.chosen .key {
  min-height: 44px;
  padding: 4px 14px;
  font-size: 17px;
}
.list {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 0 18px;
}
label {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 0 14px;
  align-items: center;
  min-height: 60px;
  padding: 4px 8px;
  border-bottom: 1px solid var(--rule-2);
  cursor: pointer;
}
label input {
  grid-row: span 2;
  width: 26px;
  height: 26px;
  accent-color: var(--stamp);
}
label strong {
  font-size: 19px;
}
label .quiet {
  font-size: 15px;
  line-height: 18px;
}
</style>
