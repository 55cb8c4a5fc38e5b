<script setup lang="ts">
import { useEventListener } from '@vueuse/core';
import { useWords } from '@/shared/words';
import { isWriting } from './keyboard';

/** Digits by finger or keyboard; Enter takes them. */
const pin = defineModel<string>({ required: true });
const emit = defineEmits<{ enter: [] }>();
const { t } = useWords();
const LONGEST = 8;

function press(digit: string) {
  if (pin.value.length < LONGEST) pin.value += digit;
}
useEventListener(document, 'keydown', (event) => {
  if (event.defaultPrevented || isWriting()) return;
  if (/^[0-9]$/.test(event.key)) press(event.key);
  else if (event.key === 'Backspace') pin.value = pin.value.slice(0, -1);
  else if (event.key === 'Escape') pin.value = '';
  else if (event.key === 'Enter' && !(event.target instanceof HTMLButtonElement)) emit('enter');
  else return;
  event.preventDefault();
});
const KEYS = ['1', '2', '3', '4', '5', '6', '7', '8', '9', 'again', '0', 'back'];
</script>

<template>
  <div class="pad" role="group" :aria-label="t('pin.digits')">
    <button
      v-for="key in KEYS"
      :key="key"
      type="button"
      :class="{ word: key.length > 1 }"
      :aria-label="key === 'back' ? t('pin.delete') : key === 'again' ? t('pin.again') : key"
      @click="key === 'back' ? (pin = pin.slice(0, -1)) : key === 'again' ? (pin = '') : press(key)"
    >
      <template v-if="key === 'again'">{{ t('pin.again') }}</template>
      <svg v-else-if="key === 'back'" width="36" height="24" viewBox="0 0 36 24" aria-hidden="true">
        <path
          d="M11 2h22v20H11L2 12zM18 8l8 8M26 8l-8 8"
          fill="none"
          stroke="currentColor"
          stroke-width="2.4"
        />
      </svg>
      <template v-else>{{ key }}</template>
    </button>
  </div>
</template>

<style scoped>
.pad {
  display: grid;
  grid-template-columns: repeat(3, 126px);
  /* All of it is seen, also over what is said about the device. */
  grid-auto-rows: clamp(64px, calc((100cqh - 150px) / 4), 112px);
  align-self: start;
  background: var(--paper-0);
  outline: 5px dotted var(--paper-2);
  outline-offset: -2.5px;
}
.pad button {
  border: 0;
  background: none;
  font: 680 46px/50px var(--heading);
  font-stretch: 84%;
  cursor: pointer;
}
.pad button:not(:nth-child(3n)) {
  border-right: 5px dotted var(--paper-2);
}
.pad button:nth-child(n + 4) {
  border-top: 5px dotted var(--paper-2);
}
.pad button.word {
  font: 600 19px/24px var(--text);
}
/* A small panel, 800 by 480: the keypad stays whole. */
@container panel ((max-width: 900px) or (max-height: 540px)) {
  .pad {
    grid-template-columns: repeat(3, 106px);
  }
}
</style>
