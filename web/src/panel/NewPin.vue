<script setup lang="ts">
import { computed, ref } from 'vue';
import { useWords } from '@/shared/words';
import PinPad from './PinPad.vue';
import PinTag from './PinTag.vue';
import type { PanelState } from './usePanel';

/** Another PIN, because it must be or is wanted: chosen, or given at random. */
const props = defineProps<{ panel: PanelState }>();
const { t } = useWords();
const { problem, busy, front } = props.panel;
const SHORTEST = 4;
const WHY = { FIRST: 'pin.new-first', TOO_OLD: 'pin.new-too-old', TOO_SHORT: 'pin.new-too-short' } as const;
const HEADS = { current: 'pin.current', choose: 'pin.new-choose', again: 'pin.new-again' } as const;
const person = computed(() => front.value?.person);
const must = computed(() => person.value?.replacePin);
const chooses = computed(() => person.value?.choosesPin ?? false);
const length = computed(() => person.value?.pinLength ?? SHORTEST);
const pin = ref('');
/** Entered once, to be entered again. */
const first = ref('');
const differed = ref(false);
/** By chance, shown once. */
const given = ref('');
const step = computed(() => {
  if (!must.value) return 'current';
  return first.value ? 'again' : 'choose';
});
const why = computed(() => (must.value && must.value !== 'WANTED' ? WHY[must.value] : undefined));
const shortest = computed(() => (step.value === 'current' ? SHORTEST : length.value));
const asks = computed(() => !given.value && (chooses.value || step.value === 'current'));

async function enter() {
  if (pin.value.length < shortest.value || busy.value) return;
  const entered = pin.value;
  pin.value = '';
  problem.value = undefined;
  if (step.value === 'current') await props.panel.provePin(entered);
  else if (step.value === 'choose') {
    first.value = entered;
    differed.value = false;
  } else {
    differed.value = entered !== first.value;
    if (!differed.value && (await props.panel.replacePin(entered)) !== undefined) props.panel.next();
    first.value = '';
  }
}
async function give() {
  given.value = (await props.panel.replacePin()) ?? '';
}
</script>

<template>
  <div class="new" :class="{ choosing: asks }">
    <div>
      <h1>{{ t('pin.new') }}</h1>
      <p v-if="why" class="why">{{ t(why) }}</p>
      <form v-if="asks" @submit.prevent="enter">
        <PinTag :head="t(HEADS[step], { n: length })" :entered="pin.length">
          <button type="submit" class="key stamp enter" :disabled="busy || pin.length < shortest">
            {{ t('pin.new-go-on') }}
          </button>
          <p v-if="problem" class="wrong" role="alert">{{ problem.sentence }} {{ problem.remedy }}</p>
          <p v-else-if="differed" class="wrong" role="alert">{{ t('pin.new-differs') }}</p>
        </PinTag>
      </form>
      <template v-else-if="given">
        <p class="given" data-testid="new-pin">{{ given }}</p>
        <p>{{ t('pin.new-given') }}</p>
        <button type="button" class="key stamp enter wide" @click="panel.next()">
          {{ t('pin.new-noted') }}
        </button>
      </template>
      <template v-else>
        <p v-if="problem" class="wrong" role="alert">{{ problem.sentence }} {{ problem.remedy }}</p>
        <button type="button" class="key stamp enter wide" :disabled="busy" @click="give">
          {{ t('pin.new-give') }}
        </button>
      </template>
      <button
        v-if="!given && (!must || must === 'WANTED')"
        type="button"
        class="key keep"
        @click="panel.keepPin()"
      >
        {{ t('pin.keep') }}
      </button>
    </div>
    <PinPad v-if="asks" v-model="pin" @enter="enter" />
  </div>
</template>

<style scoped>
.new {
  display: grid;
  gap: 44px;
  padding: 18px 16px;
}
.new.choosing {
  grid-template-columns: minmax(0, 570px) 378px;
  justify-content: space-between;
}
.why {
  margin-top: 8px;
}
.given {
  margin: 22px 0 10px;
  font: 400 72px/84px var(--mono);
  letter-spacing: 0.14em;
}
.key.keep {
  margin-top: 22px;
}
.key.wide {
  width: auto;
  margin-top: 22px;
  padding: 0 34px;
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
@container panel ((max-width: 900px) or (max-height: 540px)) {
  .new.choosing {
    grid-template-columns: minmax(0, 1fr) 318px;
    gap: 20px;
    padding: 12px 16px;
  }
}
</style>
