<script setup lang="ts">
import StateMark from '@/shared/StateMark.vue';
import type { Mark } from '@/shared/states';

/** The parts of a profile or a job side by side, each in a sentence; one is open below. */
defineProps<{
  label: string;
  parts: readonly { key: string; title: string; words: string; mark?: Mark; differs?: boolean }[];
}>();
const opened = defineModel<string>({ required: true });

/** As tabs are walked: WAI-ARIA Authoring Practices, tabs. */
function walk(event: KeyboardEvent, step: number) {
  const tabs = [...(event.currentTarget as HTMLElement).querySelectorAll<HTMLElement>('[role=tab]')];
  const at = tabs.indexOf(document.activeElement as HTMLElement);
  const next = tabs[(at + step + tabs.length) % tabs.length];
  next?.focus();
  next?.click();
}
</script>

<template>
  <div
    class="parts"
    role="tablist"
    :aria-label="label"
    :style="{ '--parts': parts.length }"
    @keydown.right.prevent="walk($event, 1)"
    @keydown.left.prevent="walk($event, -1)"
  >
    <button
      v-for="part in parts"
      :id="`part-${part.key}`"
      :key="part.key"
      type="button"
      role="tab"
      :tabindex="opened === part.key ? 0 : -1"
      :aria-selected="opened === part.key"
      aria-controls="part-settings"
      @click="opened = part.key"
    >
      <strong
        ><span :id="`part-${part.key}-title`" class="name">{{ part.title }}</span>
        <StateMark v-if="part.mark" :mark="part.mark" :size="14" />
        <em v-if="part.differs">own</em></strong
      >
      <span>{{ part.words }}</span>
    </button>
  </div>
  <div id="part-settings" class="settings" role="tabpanel" :aria-labelledby="`part-${opened}-title`">
    <slot />
  </div>
</template>

<style scoped>
.parts {
  display: grid;
  grid-template-columns: repeat(var(--parts), minmax(0, 1fr));
  border: 1px solid var(--rule);
  border-bottom: 0;
  background: var(--paper-1);
}
.parts button {
  position: relative;
  display: flex;
  flex-direction: column;
  gap: 2px;
  align-items: flex-start;
  min-width: 0;
  padding: 9px 12px 12px;
  border: 0;
  background: none;
  text-align: left;
  overflow-wrap: anywhere;
  cursor: pointer;
}
.parts button + button {
  border-left: 1px solid var(--rule);
}
.parts strong {
  display: flex;
  gap: 6px;
  align-items: center;
  font: 680 15px/20px var(--heading);
  font-stretch: 90%;
}
.parts em {
  padding: 0 5px;
  border: 1px solid var(--stamp);
  color: var(--stamp);
  font: 500 11px/14px var(--text);
}
.parts button > span {
  font-size: 13px;
  line-height: 18px;
}
.parts [aria-selected='true'] {
  z-index: 1;
  margin: -1px -1px -1px 0;
  border: 1px solid var(--ink-9);
  border-bottom-color: var(--paper-0);
  background: var(--paper-0);
  box-shadow: inset 0 4px 0 var(--stamp);
}
.settings {
  padding: 14px 18px 16px;
  border: 1px solid var(--ink-9);
}
@media (max-width: 900px) {
  .parts {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
}
</style>
