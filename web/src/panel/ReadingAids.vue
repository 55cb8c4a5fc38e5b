<script setup lang="ts">
import { ref } from 'vue';
import { useWords } from '@/shared/words';
import { useAids } from './aids';

/** How the panel is shown to whoever stands here: large type, high contrast, a keyboard on the screen. */
const { t } = useWords();
const { aids } = useAids();
const open = ref(false);
const ALL = [
  { key: 'large', words: 'panel.display.large' },
  { key: 'contrast', words: 'panel.display.contrast' },
  { key: 'keyboard', words: 'panel.display.keyboard' },
] as const;
</script>

<template>
  <div class="aids" @keydown.esc="open = false">
    <button
      type="button"
      class="key one"
      :aria-expanded="open"
      :aria-label="t('panel.display')"
      @click="open = !open"
    >
      A<small>a</small>
    </button>
    <div v-if="open" class="folded" role="group" :aria-label="t('panel.display')">
      <button
        v-for="{ key, words } in ALL"
        :key="key"
        type="button"
        class="key"
        :class="{ now: aids[key] }"
        :aria-pressed="aids[key]"
        @click="aids[key] = !aids[key]"
      >
        {{ t(words) }}
      </button>
    </div>
  </div>
</template>

<style scoped>
.aids {
  position: relative;
}
.one {
  gap: 0;
  min-width: 60px;
  padding: 10px 12px;
}
small {
  font-size: 0.7em;
}
.folded {
  position: absolute;
  top: 60px;
  right: 0;
  z-index: 3;
  display: grid;
  gap: 8px;
  width: 280px;
  padding: 12px;
  border: 2px solid var(--ink-9);
  background: var(--paper-1);
}
.folded .key {
  width: 100%;
  padding: 10px 14px;
  font-size: 18px;
}
.key.now {
  border-color: var(--ink-9);
  background: var(--ink-9);
  color: var(--paper-0);
}
</style>
