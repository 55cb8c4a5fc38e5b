<script setup lang="ts">
import { computed } from 'vue';
import type { Picked } from './picked';
import { useVanishing } from './vanishing';

/** How many rows of a list are chosen, and what can be done with them. */
const props = defineProps<{ picked: Picked; words: string }>();
const pressed = useVanishing(computed(() => props.picked.number.value > 0));
</script>

<template>
  <div
    v-if="picked.number.value"
    class="acts"
    role="group"
    :aria-label="`With ${words}`"
    @click.capture="pressed"
  >
    <strong>{{ words }} chosen</strong>
    <button v-if="picked.canHaveAll.value" type="button" class="link" @click="picked.takeAll()">
      Choose all {{ picked.fitting.value }}
    </button>
    <button type="button" class="link" @click="picked.pick([])">Clear</button>
    <slot />
  </div>
</template>

<style scoped>
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
  padding: 8px 10px;
  background: var(--paper-1);
}
</style>
