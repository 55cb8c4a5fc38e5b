<script setup lang="ts">
import { ref } from 'vue';
import { language, LANGUAGES, useWords, type Language } from '@/shared/words';

/** In which language the panel speaks, until the person signs out: all beside each other, or behind one key. */
defineProps<{ folded: boolean }>();
const emit = defineEmits<{ choose: [language: Language] }>();
const { t } = useWords();
const open = ref(false);
const ALL = Object.entries(LANGUAGES) as [Language, string][];

function choose(one: Language) {
  open.value = false;
  // Whoever goes on by keyboard types their PIN, or reads on; Enter is not for this key again.
  if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
  emit('choose', one);
}
</script>

<template>
  <div class="languages" @keydown.esc="open = false">
    <button
      v-if="folded"
      type="button"
      class="key one"
      :aria-expanded="open"
      :aria-label="`${language().toUpperCase()}, ${t('panel.language')}: ${LANGUAGES[language()]}`"
      @click="open = !open"
    >
      {{ language().toUpperCase() }}
    </button>
    <ul v-if="!folded || open" :class="{ folded }" :aria-label="t('panel.language')">
      <li v-for="[tag, name] in ALL" :key="tag">
        <button
          type="button"
          class="key"
          :class="{ now: tag === language() }"
          :lang="tag"
          :aria-pressed="tag === language()"
          @click="choose(tag)"
        >
          {{ name }}
        </button>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.languages {
  position: relative;
}
ul {
  display: flex;
  gap: 8px;
  margin: 0;
  padding: 0;
  list-style: none;
}
ul .key {
  padding: 10px 14px;
  font-size: 18px;
}
.key.now {
  border-color: var(--ink-9);
  background: var(--ink-9);
  color: var(--paper-0);
}
.one {
  min-width: 64px;
  padding: 10px 12px;
}
ul.folded {
  position: absolute;
  top: 60px;
  right: 0;
  z-index: 3;
  display: grid;
  width: 200px;
  padding: 12px;
  border: 2px solid var(--ink-9);
  background: var(--paper-1);
}
ul.folded .key {
  width: 100%;
}
</style>
