<script setup lang="ts">
import StateMark from './StateMark.vue';
import type { Mark } from './states';

/** A state in words, with its mark before them. */
defineProps<{ mark: Mark }>();
</script>

<template>
  <span class="marked"
    ><StateMark :mark="mark" :size="13" silent /><span><slot /></span
  ></span>
</template>

<style scoped>
.marked {
  display: inline-flex;
  gap: 7px;
  align-items: baseline;
}
.marked .mark {
  flex: none;
  translate: 0 2px;
}
</style>
