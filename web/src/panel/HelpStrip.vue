<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { useWords } from '@/shared/words';
import type { PanelState } from './usePanel';

/** While the help desk helps: what it said last, and where it points. */
const props = defineProps<{ panel: PanelState }>();
const { t } = useWords();
const { helpCall: call, helpOpen: open, pointed } = props.panel;
/** Read when the drawer was open. */
const read = ref(0);
const count = computed(() => call.value?.words.length ?? 0);
watch([open, count], () => {
  if (open.value || count.value === 0) read.value = count.value;
});
const news = computed(() => {
  const last = call.value?.words.at(-1);
  return last?.fromDesk && last.text && count.value > read.value ? last.text : '';
});
</script>

<template>
  <div v-if="news && !open" :class="['strip', { door: panel.at('door') }]" role="status">
    <p>
      <strong>{{ call?.answeredBy }}</strong> {{ news }}
    </p>
    <button type="button" class="key" @click="panel.openHelp()">{{ t('help.reply') }}</button>
    <button type="button" class="key" @click="read = count">{{ t('ask.ok') }}</button>
  </div>
  <div
    v-if="pointed"
    class="ring"
    aria-hidden="true"
    :style="{
      left: pointed.left + 'px',
      top: pointed.top + 'px',
      width: pointed.width + 'px',
      height: pointed.height + 'px',
    }"
  >
    <span>{{ t('help.press') }}</span>
  </div>
</template>

<style scoped>
/* Over the head of what is below: nothing moves while somebody is about to press it. */
.strip {
  position: absolute;
  top: 72px;
  right: 0;
  left: 0;
  z-index: 1;
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 8px 10px 8px 20px;
  border-bottom: 2px solid var(--stamp);
  background: var(--stamp-wash);
  font-size: 21px;
  line-height: 27px;
}
/* Beside the keypad. */
.strip.door {
  top: auto;
  right: 410px;
  bottom: 0;
  flex-wrap: wrap;
  border-top: 2px solid var(--stamp);
  border-bottom: 0;
}
.strip.door p {
  flex-basis: 100%;
}
@container panel (max-width: 900px) {
  .strip.door {
    right: 350px;
  }
}
.strip p {
  flex: 1;
  min-width: 0;
  overflow-wrap: anywhere;
}
.strip .key {
  min-height: 44px;
  padding: 6px 14px;
  font-size: 18px;
}
.ring {
  position: fixed;
  z-index: 6;
  box-sizing: content-box;
  margin: -7px;
  padding: 3px;
  border: 4px solid var(--stamp);
  border-radius: 6px;
  pointer-events: none;
}
.ring span {
  position: absolute;
  top: -4px;
  right: -4px;
  padding: 2px 10px;
  background: var(--stamp);
  color: var(--on-stamp);
  font-size: 18px;
}
</style>
