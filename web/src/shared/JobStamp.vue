<script setup lang="ts">
import { computed, useId } from 'vue';
import { ICONS, type IconName } from './icons';

/** A job's picture, an icon or one of its own (a PNG in base64), on a perforated postage stamp. */
const props = withDefaults(
  defineProps<{ icon: string; picture?: string; size?: number; chosen?: boolean }>(),
  {
    picture: '',
    size: 36,
    chosen: false,
  },
);

const TEETH = 9;
const mask = useId();
const glyph = computed(() => ICONS[props.icon as IconName] ?? ICONS.letter);
const holes = computed(() => {
  const step = 44 / TEETH;
  return Array.from({ length: TEETH + 1 }, (_, i) => i * step);
});
</script>

<template>
  <svg :width="size" :height="size" viewBox="0 0 44 44" aria-hidden="true" class="stamp" :class="{ chosen }">
    <mask :id="mask">
      <rect width="44" height="44" fill="#fff" />
      <template v-for="at in holes" :key="at">
        <circle :cx="at" cy="0" r="1.5" />
        <circle :cx="at" cy="44" r="1.5" />
        <circle cx="0" :cy="at" r="1.5" />
        <circle cx="44" :cy="at" r="1.5" />
      </template>
    </mask>
    <rect width="44" height="44" :mask="`url(#${mask})`" class="paper" :class="{ own: picture }" />
    <image v-if="picture" :href="`data:image/png;base64,${picture}`" x="5" y="5" width="34" height="34" />
    <path v-else :d="glyph.d" transform="translate(5 5)" class="glyph" />
  </svg>
</template>

<style scoped>
.stamp {
  flex: none;
}
.paper {
  fill: var(--ink-7);
}
.paper.own {
  fill: var(--paper-2);
}
.chosen .paper {
  fill: var(--stamp);
}
.glyph {
  fill: none;
  stroke: var(--paper-0);
  stroke-width: 1.9;
  stroke-linejoin: round;
  stroke-linecap: round;
}
</style>
