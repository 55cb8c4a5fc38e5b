<script setup lang="ts" generic="T extends string | number">
import { useId } from 'vue';

/** One of several, each on a line with a word of explanation. */
defineProps<{ label: string; options: { value: T; words: string; note?: string; off?: boolean }[] }>();
const model = defineModel<T>({ required: true });
const name = useId();
</script>

<template>
  <fieldset>
    <legend>{{ label }}</legend>
    <label v-for="option in options" :key="String(option.value)" :class="{ off: option.off }">
      <input v-model="model" type="radio" :name="name" :value="option.value" :disabled="option.off" />
      <span>
        {{ option.words }} <small v-if="option.note" class="quiet">{{ option.note }}</small>
      </span>
    </label>
  </fieldset>
</template>

<style scoped>
fieldset {
  margin: 0;
  padding: 0;
  border: 0;
}
legend {
  padding: 0 0 4px;
  font: 680 15px/20px var(--heading);
  font-stretch: 90%;
}
label {
  display: flex;
  gap: 8px;
  align-items: baseline;
  min-height: 26px;
  padding: 2px 0;
  cursor: pointer;
}
input {
  flex: none;
  width: 16px;
  height: 16px;
  margin: 0;
  accent-color: var(--stamp);
  translate: 0 2px;
}
small {
  font-size: 12px;
}
.off {
  color: var(--ink-5);
  cursor: default;
}
</style>
