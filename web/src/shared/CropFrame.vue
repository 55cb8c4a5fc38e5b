<script setup lang="ts">
import { computed, onMounted, ref } from 'vue';
import { useEventListener } from '@vueuse/core';
import type { Schemas } from '@/api/client';

/** A part of a picture, chosen by its corners: with a finger, a mouse, or the arrow keys. */
defineProps<{ label: (side: string) => string }>();
const part = defineModel<Schemas['Part']>({ required: true });

const LEAST = 0.05;
const STEP = 0.01;
const ARROWS: Record<string, [number, number]> = {
  ArrowLeft: [-STEP, 0],
  ArrowRight: [STEP, 0],
  ArrowUp: [0, -STEP],
  ArrowDown: [0, STEP],
};
const CORNERS = [
  { name: 'top left', x: 'left', y: 'top' },
  { name: 'top right', x: 'right', y: 'top' },
  { name: 'bottom left', x: 'left', y: 'bottom' },
  { name: 'bottom right', x: 'right', y: 'bottom' },
] as const;
type Corner = (typeof CORNERS)[number];

const frame = ref<HTMLElement>();
const held = ref<Corner>();
/** The keys go on where they were pressed. */
onMounted(() => frame.value?.querySelector('button')?.focus());
const percent = (fraction: number) => `${fraction * 100}%`;
const style = computed(() => ({
  left: percent(part.value.left),
  top: percent(part.value.top),
  width: percent(part.value.right - part.value.left),
  height: percent(part.value.bottom - part.value.top),
}));
const within = (value: number, least: number, most: number) => Math.min(most, Math.max(least, value));

function put(corner: Corner, x: number, y: number) {
  const p = part.value;
  part.value = {
    ...p,
    [corner.x]: corner.x === 'left' ? within(x, 0, p.right - LEAST) : within(x, p.left + LEAST, 1),
    [corner.y]: corner.y === 'top' ? within(y, 0, p.bottom - LEAST) : within(y, p.top + LEAST, 1),
  };
}
function hold(corner: Corner, event: PointerEvent) {
  held.value = corner;
  (event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
}
function drag(event: PointerEvent) {
  const box = frame.value?.getBoundingClientRect();
  if (!held.value || !box) return;
  put(held.value, (event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height);
}
useEventListener(window, 'pointerup', () => (held.value = undefined));
function nudge(corner: Corner, event: KeyboardEvent) {
  const [dx, dy] = ARROWS[event.key] ?? [0, 0];
  if (!dx && !dy) return;
  event.preventDefault();
  event.stopPropagation();
  put(corner, part.value[corner.x] + dx, part.value[corner.y] + dy);
}
</script>

<template>
  <div ref="frame" class="crop">
    <div class="part" :style="style"></div>
    <button
      v-for="corner in CORNERS"
      :key="corner.name"
      type="button"
      class="corner"
      :style="{ left: percent(part[corner.x]), top: percent(part[corner.y]) }"
      :aria-label="label(corner.name)"
      @pointerdown.prevent="hold(corner, $event)"
      @pointermove="drag"
      @keydown="nudge(corner, $event)"
    ></button>
  </div>
</template>

<style scoped>
.crop {
  position: absolute;
  inset: 0;
  overflow: hidden;
  touch-action: none;
}
.part {
  position: absolute;
  outline: 2px solid var(--stamp);
  box-shadow: 0 0 0 4000px rgb(20 25 35 / 45%);
}
.corner {
  position: absolute;
  width: 44px;
  height: 44px;
  margin: -22px;
  border: 0;
  border-radius: 50%;
  background: radial-gradient(circle, var(--stamp) 0 10px, transparent 11px);
  cursor: move;
  touch-action: none;
}
.corner:focus-visible {
  outline: 3px solid var(--ink-9);
  outline-offset: -8px;
}
</style>
