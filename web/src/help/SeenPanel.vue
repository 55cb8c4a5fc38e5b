<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import type { Schemas } from '@/api/client';

/** A panel as somebody in front of it sees it, by its words; what is clicked is chosen to be pointed at. */
const props = defineProps<{ call: string; screen: Schemas['SharedScreen'] }>();
const chosen = defineModel<number | undefined>({ required: true });
const frame = ref<HTMLElement>();
const { width } = useElementSize(frame);
const scale = computed(() => width.value / props.screen.width || 1);
const BIGGEST = 30;
const LINE = 1.25;

function styleOf(part: Schemas['ScreenPart']) {
  const size = Math.max(10, Math.min(part.kind === 'HEADING' ? BIGGEST : 20, part.height / LINE));
  return {
    left: `${part.x}px`,
    top: `${part.y}px`,
    width: `${part.width}px`,
    height: `${part.height}px`,
    fontSize: `${size}px`,
  };
}
/** What somebody does something with can be pointed at; the rest is read. */
const isPressed = (part: Schemas['ScreenPart']) => part.kind === 'KEY' || part.kind === 'FIELD';
</script>

<template>
  <div
    ref="frame"
    class="frame"
    role="group"
    aria-label="The panel"
    :style="{ height: screen.height * scale + 'px' }"
  >
    <div
      class="panel"
      :style="{ width: screen.width + 'px', height: screen.height + 'px', transform: `scale(${scale})` }"
    >
      <component
        :is="isPressed(part) ? 'button' : 'div'"
        v-for="part in screen.parts"
        :key="part.key"
        :type="isPressed(part) ? 'button' : undefined"
        :class="['part', part.kind.toLowerCase(), { chosen: part.chosen, meant: part.key === chosen }]"
        :style="styleOf(part)"
        :aria-label="isPressed(part) ? `${part.kind === 'KEY' ? 'Key' : 'Field'}: ${part.text}` : undefined"
        :aria-pressed="isPressed(part) ? part.key === chosen : undefined"
        @click="isPressed(part) && (chosen = part.key === chosen ? undefined : part.key)"
      >
        <img
          v-if="part.kind === 'PICTURE' && part.page"
          :src="`/api/help-calls/${call}/pages/${part.page}`"
          alt="A page"
        />
        <template v-else>{{ part.text }}</template>
      </component>
    </div>
  </div>
</template>

<style scoped>
.frame {
  position: relative;
  overflow: hidden;
  border: 2px solid var(--ink-9);
  background: var(--paper-2);
}
.panel {
  position: relative;
  transform-origin: 0 0;
}
.part {
  position: absolute;
  padding: 0;
  overflow: hidden;
  border: 0;
  background: none;
  color: var(--ink-9);
  line-height: 1.25;
  text-align: left;
}
button.part {
  cursor: crosshair;
}
button.part:hover {
  outline: 2px dashed var(--stamp);
}
.heading {
  font-family: var(--heading);
  font-weight: 680;
}
.key {
  border: 1.5px solid var(--ink-7);
  border-radius: 3px;
  background: var(--paper-0);
  text-align: center;
}
.key.chosen {
  background: var(--ink-9);
  color: var(--paper-0);
}
.field {
  border-bottom: 2px solid var(--ink-9);
  background: var(--paper-0);
}
.picture {
  background: var(--rule);
}
.picture img {
  width: 100%;
  height: 100%;
  object-fit: contain;
}
.part.meant {
  z-index: 1;
  outline: 4px solid var(--stamp);
  outline-offset: 2px;
}
</style>
