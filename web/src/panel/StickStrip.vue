<script setup lang="ts">
import { computed } from 'vue';
import { useWords } from '@/shared/words';
import StickDrawer from './StickDrawer.vue';
import type { PanelState } from './usePanel';

/** A stick is in the device: what can be done with it, beside the title. */
const props = defineProps<{ panel: PanelState; still: boolean; title: string }>();
const { t } = useWords();
const { stick, labels, busy } = props.panel;
const open = defineModel<'onto' | 'from'>('open');
const onto = computed(() => stick.value?.onto ?? []);

/** By the only job that goes there, or by one that is chosen. */
function scanOnto() {
  props.panel.touch();
  const [only, ...more] = onto.value;
  const job = labels.value.find(({ jobId, own }) => jobId === only?.jobId && !own);
  if (only && job && !more.length) void props.panel.beginOntoStick(job, only);
  else open.value = 'onto';
}
</script>

<template>
  <section class="stick" :aria-label="t('stick.in')">
    <svg width="34" height="26" viewBox="0 0 34 26" aria-hidden="true">
      <path d="M2 6h20v14H2z M22 9h10v8H22 M26 11.5h3 M26 14.5h3" />
    </svg>
    <h1>{{ title }}</h1>
    <button v-if="onto.length" type="button" class="key" :disabled="busy || still" @click="scanOnto">
      {{ t('stick.onto') }}
    </button>
    <button v-if="stick?.opens" type="button" class="key" :disabled="busy" @click="open = 'from'">
      {{ t(stick.prints.length ? 'stick.from' : 'stick.send') }}
    </button>
  </section>
  <StickDrawer v-if="open" :panel="panel" :for="open" @done="open = undefined" />
</template>

<style scoped>
.stick {
  display: flex;
  gap: 14px;
  align-items: center;
  padding: 2px 6px 2px 14px;
  border-left: 4px solid var(--ink-9);
  background: var(--paper-0);
}
svg {
  flex: none;
  fill: none;
  stroke: currentcolor;
  stroke-width: 2;
}
.stick h1 {
  flex: 1;
  min-width: 0;
  font-size: 22px;
  line-height: 26px;
}
@container panel (max-height: 520px) {
  .stick .key {
    min-height: 44px;
    padding: 4px 12px;
  }
}
</style>
