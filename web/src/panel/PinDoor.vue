<script setup lang="ts">
import { computed, ref } from 'vue';
import { useWords } from '@/shared/words';
import PinPad from './PinPad.vue';
import PinTag from './PinTag.vue';
import { useCardReader } from './cardReader';
import type { PanelState } from './usePanel';

/** Where people say who they are: by PIN, by card, or by both, as the office wants it. */
const props = defineProps<{ panel: PanelState }>();
const { t } = useWords();
const { problem, busy, front } = props.panel;
const SHORTEST = 4;
const pin = ref('');
/** Read, and waiting for a PIN. */
const card = ref('');
const isNew = ref(false);
const way = computed(() => front.value?.way ?? 'PIN');
const wantsCard = computed(() => way.value === 'CARD_AND_PIN' && !card.value);
const head = computed(() => {
  if (card.value) return t(isNew.value ? 'pin.enrol-card' : 'pin.after-card');
  if (wantsCard.value) return t('pin.card-first');
  return t(way.value === 'PIN' ? 'pin.yours' : 'pin.or-card');
});

async function enter() {
  if (pin.value.length < SHORTEST || busy.value) return;
  const shown = { pin: pin.value, card: card.value || undefined };
  pin.value = '';
  if (await props.panel.signIn(shown)) forget();
}
/** Alone it may be enough; otherwise it is kept until the PIN is there. */
async function read(number: string) {
  if (way.value === 'PIN' || busy.value) return;
  pin.value = '';
  if (await props.panel.signIn({ card: number })) return;
  const code = problem.value?.code;
  if (code !== 'card.pin' && code !== 'card.unknown') return;
  card.value = number;
  isNew.value = code === 'card.unknown';
  problem.value = undefined;
}
function forget() {
  card.value = '';
  pin.value = '';
  isNew.value = false;
}
useCardReader(
  () => way.value !== 'PIN',
  read,
  () => (pin.value = ''),
);
</script>

<template>
  <div class="door">
    <div class="left">
      <h1>{{ t('pin.who') }}</h1>
      <form @submit.prevent="enter">
        <PinTag :head="head" :entered="pin.length">
          <button
            type="submit"
            class="key stamp enter"
            :disabled="busy || pin.length < SHORTEST || wantsCard"
          >
            {{ t('panel.sign-in') }}
          </button>
          <p v-if="problem" class="wrong" role="alert">{{ problem.sentence }} {{ problem.remedy }}</p>
          <button v-else-if="card" type="button" class="key" @click="forget">
            {{ t('pin.without-card') }}
          </button>
          <p v-else class="quiet" :class="{ spare: front?.guests }">{{ t('pin.forgotten') }}</p>
        </PinTag>
      </form>
      <button
        v-if="front?.guests"
        type="button"
        class="key guest"
        :disabled="busy"
        @click="panel.signInAsGuest()"
      >
        {{ t('pin.as-guest') }}
      </button>
      <ol class="steps">
        <li><strong>1</strong> {{ t('pin.step-pin') }}</li>
        <li><strong>2</strong> {{ t('pin.step-paper') }}</li>
        <li><strong>3</strong> {{ t('pin.step-send') }}</li>
      </ol>
      <p v-if="front?.standIn" class="quiet stand-in">
        {{ t('pin.stand-in') }}
      </p>
    </div>
    <PinPad v-model="pin" @enter="enter" />
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
.key.enter {
  flex: none;
  width: 200px;
  min-height: 66px;
  font: 700 28px/32px var(--heading);
  font-stretch: 84%;
}
.key.guest {
  margin-top: 16px;
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
/* A small panel, 800 by 480: the keypad stays whole. */
@container panel ((max-width: 900px) or (max-height: 540px)) {
  .door {
    grid-template-columns: minmax(0, 1fr) 318px;
    gap: 20px;
    padding: 12px 16px;
  }
  .key.enter {
    width: 100%;
    min-height: 56px;
  }
  .steps,
  .spare,
  .stand-in {
    display: none;
  }
  .key.guest {
    width: 100%;
    margin-top: 12px;
  }
}
</style>
