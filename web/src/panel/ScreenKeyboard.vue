<script setup lang="ts">
import { useEventListener } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import { language, useWords } from '@/shared/words';
import { useAids } from './aids';
import { ACCENTS, BESIDE, DIGITS, domainsFor, erase, LETTERS, SIGNS, type } from './keyboard';

/** Types into the line that has the focus, for panels without a keyboard; a real one goes on working. */
const { t } = useWords();
const { aids } = useAids();
const line = ref<HTMLInputElement>();
const text = ref('');
const capital = ref(false);
const LAYERS = [
  { key: 'letters', words: 'keyboard.letters', shown: 'abc' },
  { key: 'accents', words: 'keyboard.accents', shown: 'äéñ' },
  { key: 'signs', words: 'keyboard.signs', shown: '#+=' },
] as const;
const layer = ref<(typeof LAYERS)[number]['key']>('letters');
const shown = computed(() => aids.keyboard && line.value !== undefined);
const rows = computed(() => {
  const letters = { letters: LETTERS[language()], accents: ACCENTS, signs: SIGNS }[layer.value];
  return [DIGITS, ...letters].map((row) => [...(capital.value ? row.toUpperCase() : row)]);
});
const domains = computed(() => domainsFor(text.value, line.value?.dataset.domains?.split(',') ?? []));

const isLine = (one: EventTarget | null): one is HTMLInputElement =>
  one instanceof HTMLInputElement && one.type === 'text' && !one.readOnly;

useEventListener(document, 'focusin', ({ target }) => {
  line.value = isLine(target) ? target : undefined;
  text.value = line.value?.value ?? '';
});
/* Who touches a line has no mouse, and perhaps no keyboard either. */
useEventListener(document, 'pointerdown', ({ target, pointerType }) => {
  if (pointerType === 'touch' && isLine(target)) aids.keyboard = true;
});
useEventListener(document, 'input', ({ target }) => {
  if (target === line.value) text.value = line.value?.value ?? '';
});
/* A line that has gone takes the keyboard with it. */
useEventListener(document, 'focusout', ({ relatedTarget }) => {
  if (!isLine(relatedTarget)) line.value = undefined;
});
watch([shown, line], ([on, now], [, before]) => {
  aids.typing = on;
  before?.removeAttribute('inputmode');
  if (on) now?.setAttribute('inputmode', 'none');
});

function press(letters: string) {
  if (line.value) type(line.value, letters);
  capital.value = false;
}
function complete(domain: string) {
  if (!line.value) return;
  const begun = text.value.length - text.value.lastIndexOf('@') - 1;
  line.value.setSelectionRange(text.value.length - begun, text.value.length);
  type(line.value, domain);
}
function enter() {
  line.value?.form?.requestSubmit();
}
</script>

<template>
  <!-- The line keeps the focus, so that what is typed goes on where it was. -->
  <div v-if="shown" class="keyboard" role="group" :aria-label="t('keyboard.title')" @pointerdown.prevent>
    <p v-if="domains.length" class="domains">
      <button v-for="one in domains" :key="one" type="button" class="key" @click="complete(one)">
        @{{ one }}
      </button>
    </p>
    <p v-for="(row, i) in rows" :key="i" class="row" :class="{ digits: i === 0 && layer === 'letters' }">
      <button
        v-if="i === rows.length - 1"
        type="button"
        class="key wide"
        :aria-label="t('keyboard.shift')"
        :aria-pressed="capital"
        :class="{ now: capital }"
        @click="capital = !capital"
      >
        ⇧
      </button>
      <button v-for="letter in row" :key="letter" type="button" class="key" @click="press(letter)">
        {{ letter }}
      </button>
      <button
        v-if="i === rows.length - 1"
        type="button"
        class="key wide"
        :aria-label="t('keyboard.erase')"
        @click="line && erase(line)"
      >
        ⌫
      </button>
    </p>
    <p class="row">
      <button
        v-for="one in LAYERS.filter((other) => other.key !== layer)"
        :key="one.key"
        type="button"
        class="key wide"
        :aria-label="`${one.shown}, ${t(one.words)}`"
        @click="layer = one.key"
      >
        {{ one.shown }}
      </button>
      <button v-for="one in BESIDE" :key="one" type="button" class="key" @click="press(one)">
        {{ one }}
      </button>
      <button type="button" class="key space" :aria-label="t('keyboard.space')" @click="press(' ')"></button>
      <button type="button" class="key wide" :aria-label="t('keyboard.enter')" @click="enter">⏎</button>
      <button type="button" class="key wide" :aria-label="t('keyboard.hide')" @click="aids.keyboard = false">
        ▾
      </button>
    </p>
  </div>
</template>

<style scoped>
.keyboard {
  position: relative;
  z-index: 4;
  flex: none;
  padding: 8px;
  border-top: 2px solid var(--ink-9);
  background: var(--paper-2);
}
p {
  display: flex;
  gap: 6px;
  justify-content: center;
}
p + p {
  margin-top: 6px;
}
.key {
  flex: 1 1 0;
  min-width: 0;
  max-width: 92px;
  min-height: 48px;
  padding: 0 2px;
  font-size: 21px;
}
.domains .key {
  flex: none;
  max-width: none;
  padding: 0 14px;
  font-size: 17px;
}
.wide {
  flex: 1.4 1 0;
}
.space {
  flex: 4 1 0;
  max-width: none;
}
.key.now {
  background: var(--ink-9);
  color: var(--paper-0);
}
@container panel (max-height: 520px) {
  /* With the signs, so that what is found stays in sight. */
  .digits {
    display: none;
  }
  .key {
    min-height: 40px;
    font-size: 19px;
  }
  p + p {
    margin-top: 4px;
  }
}
</style>
