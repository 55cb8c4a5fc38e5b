<script setup lang="ts">
import { useEventListener } from '@vueuse/core';
import { ref } from 'vue';
import { useWords } from '@/shared/words';
import type { PanelState } from './usePanel';

const props = defineProps<{ panel: PanelState }>();
const { t } = useWords();
const { problem, busy, front } = props.panel;
const LONGEST = 8;
const SHORTEST = 4;
const pin = ref('');

function press(digit: string) {
  if (pin.value.length < LONGEST) pin.value += digit;
}
async function enter() {
  if (pin.value.length < SHORTEST || busy.value) return;
  const entered = pin.value;
  pin.value = '';
  await props.panel.signIn(entered);
}
useEventListener(document, 'keydown', (event) => {
  if (/^[0-9]$/.test(event.key)) press(event.key);
  else if (event.key === 'Backspace') pin.value = pin.value.slice(0, -1);
  else if (event.key === 'Escape') pin.value = '';
  else if (event.key === 'Enter' && !(event.target instanceof HTMLButtonElement)) void enter();
  else return;
  event.preventDefault();
});
const KEYS = ['1', '2', '3', '4', '5', '6', '7', '8', '9', 'again', '0', 'back'];
</script>

<template>
  <div class="door">
    <div class="left">
      <h1>{{ t('pin.who') }}</h1>
      <form class="tag" @submit.prevent="enter">
        <p class="head">{{ t('pin.yours') }}</p>
        <p class="digits" role="status" :aria-label="t('pin.entered', { n: pin.length })">
          <span v-for="i in pin.length" :key="i" class="postmark"></span><span class="cursor"></span>
        </p>
        <div class="actions">
          <button type="submit" class="key stamp enter" :disabled="busy || pin.length < SHORTEST">
            {{ t('panel.sign-in') }}
          </button>
          <p v-if="problem" class="wrong" role="alert">{{ problem.sentence }} {{ problem.remedy }}</p>
          <p v-else class="quiet">{{ t('pin.forgotten') }}</p>
        </div>
      </form>
      <ol class="steps">
        <li><strong>1</strong> {{ t('pin.step-pin') }}</li>
        <li><strong>2</strong> {{ t('pin.step-paper') }}</li>
        <li><strong>3</strong> {{ t('pin.step-send') }}</li>
      </ol>
      <p v-if="front?.standIn" class="quiet stand-in">
        {{ t('pin.stand-in') }}
      </p>
    </div>
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
  </div>
</template>

<style scoped>
.door {
  display: grid;
  grid-template-columns: minmax(0, 570px) 378px;
  gap: 44px;
  justify-content: space-between;
  padding: 18px 16px;
}
.tag {
  position: relative;
  margin-top: 16px;
  padding: 18px 28px 22px 62px;
  background: var(--paper-0);
  clip-path: polygon(34px 0, 100% 0, 100% 100%, 34px 100%, 0 calc(100% - 34px), 0 34px);
}
.tag::before {
  content: '';
  position: absolute;
  left: 18px;
  top: 50%;
  width: 20px;
  height: 20px;
  margin-top: -10px;
  border: 1.5px solid var(--ink-7);
  border-radius: 50%;
  background: var(--paper-2);
}
.head {
  font: 680 25px/30px var(--heading);
  font-stretch: 86%;
}
.digits {
  display: flex;
  gap: 22px;
  align-items: center;
  height: 66px;
  padding-left: 6px;
  border-bottom: 3px dotted var(--rule-2);
}
.postmark {
  width: 26px;
  height: 26px;
  border: 3px solid var(--ink-9);
  border-radius: 50%;
  background: var(--ink-9);
  box-shadow: inset 0 0 0 2px var(--paper-0);
}
.cursor {
  width: 3px;
  height: 38px;
  background: var(--stamp);
}
.actions {
  display: flex;
  flex-wrap: nowrap;
  gap: 22px;
  margin-top: 20px;
}
.key.enter {
  flex: none;
  width: 200px;
  min-height: 66px;
  font: 700 28px/32px var(--heading);
  font-stretch: 84%;
}
.wrong {
  color: var(--failed);
  font-weight: 600;
}
.stand-in {
  margin-top: 16px;
}
.steps {
  display: grid;
  grid-template-columns: auto 1fr auto;
  margin: 26px 0 0;
  padding: 0;
  list-style: none;
}
.steps li {
  position: relative;
  display: flex;
  gap: 10px;
  align-items: center;
  padding: 10px 26px 10px 0;
  border-top: 2px solid var(--ink-9);
  font-size: 19px;
}
.steps strong {
  font: 700 26px/28px var(--heading);
}
.pad {
  display: grid;
  grid-template-columns: repeat(3, 126px);
  grid-auto-rows: 112px;
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
@media (max-width: 900px), (max-height: 540px) {
  .door {
    grid-template-columns: minmax(0, 1fr) 318px;
    gap: 20px;
    padding: 12px 16px;
  }
  .tag {
    margin-top: 10px;
    padding: 12px 20px 16px 54px;
  }
  .digits {
    gap: 14px;
    height: 48px;
  }
  .actions {
    flex-wrap: wrap;
    gap: 8px;
    margin-top: 12px;
  }
  .key.enter {
    width: 100%;
    min-height: 56px;
  }
  .steps {
    display: none;
  }
  .pad {
    grid-template-columns: repeat(3, 106px);
    grid-auto-rows: 92px;
  }
}
</style>
