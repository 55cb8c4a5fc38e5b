<script setup lang="ts">
import { computed } from 'vue';
import StateMark from '@/shared/StateMark.vue';
import { useWords } from '@/shared/words';
import type { At } from './machine';
import type { PanelState } from './usePanel';

/** The code that a person types on their phone, to let Courier into their cloud folder. */
const props = defineProps<{ panel: PanelState; at: At<'consent'> }>();
const { t } = useWords();
const { busy } = props.panel;
const consent = computed(() => props.at.request);
const waiting = computed(() => consent.value.state === 'WAITING');
const given = computed(() => consent.value.state === 'GIVEN');
/** Without what nobody types. */
const page = computed(() => consent.value.page.replace(/^https?:\/\//, ''));
</script>

<template>
  <div class="consent">
    <div class="left">
      <h1>{{ t('consent.title') }}</h1>
      <ol>
        <li>
          <strong>1</strong> {{ t('consent.scan-code') }}
          <span class="mono">{{ page }}</span>
        </li>
        <li>
          <strong>2</strong>
          <span
            >{{ t('consent.check') }}
            <b class="code" :aria-label="t('consent.code')">{{ consent.code }}</b></span
          >
        </li>
        <li><strong>3</strong> {{ t('consent.starts') }}</li>
      </ol>
      <p v-if="waiting" class="state" role="status">
        <StateMark mark="moving" :size="22" silent />
        {{ t('consent.waiting', { destination: consent.destination }) }}
      </p>
      <p v-else-if="given" class="state" role="status">
        <StateMark mark="accepted" :size="22" silent /> {{ consent.sentence }}
      </p>
      <p v-else class="state bad" role="alert">
        <StateMark mark="failed" :size="22" silent /> {{ consent.sentence }}
      </p>
    </div>
    <svg
      class="qr"
      :viewBox="`0 0 ${consent.qr.size} ${consent.qr.size}`"
      role="img"
      :aria-label="t('consent.qr')"
      shape-rendering="crispEdges"
    >
      <rect width="100%" height="100%" fill="#fff" />
      <path :d="consent.qr.path" fill="#000" />
    </svg>
    <div class="foot">
      <button type="button" class="key" @click="panel.leaveConsent()">{{ t('panel.back') }}</button>
      <button type="button" class="key" :disabled="busy" @click="panel.begin(at.job, false)">
        {{ t('consent.later') }}
      </button>
      <button
        v-if="!waiting && !given"
        type="button"
        class="key stamp"
        :disabled="busy"
        @click="panel.askAgain()"
      >
        {{ t('consent.new-code') }}
      </button>
    </div>
  </div>
</template>

<style scoped>
.consent {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 376px;
  grid-template-rows: 1fr auto;
  flex: 1;
  gap: 12px 36px;
  padding: 20px 24px 16px;
}
ol {
  margin: 18px 0 0;
  padding: 0;
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: 34px 1fr;
  gap: 0 10px;
  padding: 14px 0;
  border-top: 2px solid var(--ink-9);
  font-size: 20px;
  line-height: 27px;
}
li strong {
  grid-row: span 2;
  font: 700 28px/30px var(--heading);
}
li .mono {
  grid-column: 2;
  font-size: 18px;
  overflow-wrap: anywhere;
}
.code {
  display: block;
  margin-top: 4px;
  font: 700 52px/56px var(--mono);
  letter-spacing: 0.04em;
}
.state {
  display: flex;
  gap: 10px;
  align-items: center;
  padding-top: 12px;
  border-top: 2px solid var(--ink-9);
  color: var(--moving);
  font-size: 20px;
}
.state.bad {
  color: var(--failed);
}
.qr {
  align-self: start;
  width: 376px;
  height: 376px;
}
.foot {
  display: flex;
  grid-column: 1 / -1;
  gap: 10px;
}
.key.stamp {
  margin-left: auto;
}
</style>
