<script setup lang="ts">
import { onMounted, ref } from 'vue';
import { useWords } from '@/shared/words';
import type { PanelState } from './usePanel';

/** Paper for stand-in devices: a real device has none of this. */
const props = defineProps<{ panel: PanelState }>();
const { t } = useWords();
const emit = defineEmits<{ done: [] }>();
const { stacks, busy, front } = props.panel;
const first = ref<HTMLElement>();
const onGlass = ref(false);
onMounted(() => first.value?.querySelector('button')?.focus());

async function choose(stack: (typeof stacks.value)[number]) {
  await props.panel.load(stack, onGlass.value);
  emit('done');
}
</script>

<template>
  <section class="drawer" :aria-label="t('sample.title')" @keydown.esc="emit('done')">
    <h2>
      {{ t('sample.title') }} <span class="quiet">{{ t('sample.only') }}</span>
      <span v-if="front?.glass" class="places">
        <button type="button" :aria-pressed="!onGlass" @click="onGlass = false">
          {{ t('sample.in-feeder') }}
        </button>
        <button type="button" :aria-pressed="onGlass" @click="onGlass = true">
          {{ t('sample.on-glass') }}
        </button>
      </span>
    </h2>
    <ul ref="first">
      <li v-for="stack in stacks" :key="stack.name">
        <button type="button" :disabled="busy" @click="choose(stack)">
          <strong>{{ stack.title }}</strong>
          <span class="quiet">{{ stack.description }}</span>
          <span class="sheets">{{ t('sample.sheets', { n: stack.sheets }) }}</span>
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.drawer {
  position: absolute;
  inset: auto 0 0;
  z-index: 2;
  padding: 16px 20px 20px;
  border-top: 3px dashed var(--ink-7);
  background: var(--paper-1);
}
h2 {
  margin-bottom: 10px;
  font-size: 22px;
  line-height: 28px;
}
h2 .quiet {
  font: 400 17px/24px var(--text);
}
ul {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 8px;
  margin: 0;
  padding: 0;
  list-style: none;
}
h2 {
  display: flex;
  gap: 12px;
  align-items: baseline;
}
.places {
  display: flex;
  margin-left: auto;
}
.places button {
  min-height: 48px;
  padding: 0 18px;
  border: 1.5px solid var(--rule-2);
  background: var(--paper-0);
  font: 600 18px/24px var(--text);
  cursor: pointer;
}
.places button[aria-pressed='true'] {
  border-color: var(--ink-9);
  background: var(--ink-9);
  color: var(--paper-0);
}
li button {
  display: grid;
  grid-template-columns: 1fr auto;
  width: 100%;
  min-height: 72px;
  padding: 8px 12px;
  border: 1.5px solid var(--rule-2);
  border-radius: 3px;
  background: var(--paper-0);
  font-size: 19px;
  text-align: left;
  cursor: pointer;
}
li button .quiet {
  grid-column: 1 / -1;
  font-size: 15px;
  line-height: 20px;
}
.sheets {
  grid-column: 2;
  grid-row: 1;
  font-size: 15px;
}
</style>
