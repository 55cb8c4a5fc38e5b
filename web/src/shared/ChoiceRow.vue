<script setup lang="ts" generic="T extends string | number | boolean">
import { useId } from 'vue';

/** A few choices side by side, one of them chosen; arrow keys move as in any radio group. */
defineProps<{ label: string; options: { value: T; words: string }[]; describedby?: string }>();
const model = defineModel<T>({ required: true });
const name = useId();
</script>

<template>
  <div class="row" role="radiogroup" :aria-label="label" :aria-describedby="describedby">
    <label v-for="option in options" :key="String(option.value)" :class="{ chosen: model === option.value }">
      <input v-model="model" type="radio" :name="name" :value="option.value" />
      <span>{{ option.words }}</span>
    </label>
  </div>
</template>

<style scoped>
.row {
  display: flex;
  border: 1px solid var(--rule-2);
  border-radius: 2px;
}
label {
  position: relative;
  flex: 1 1 auto;
  padding: 5px 10px;
  font-weight: 600;
  text-align: center;
  white-space: nowrap;
  cursor: pointer;
}
label + label {
  border-left: 1px solid var(--rule-2);
}
label.chosen {
  background: var(--ink-9);
  color: var(--paper-0);
}
input {
  position: absolute;
  inset: 0;
  opacity: 0;
  cursor: pointer;
}
@media (max-width: 600px) {
  .row {
    flex-wrap: wrap;
  }
}
label:focus-within {
  outline: 2px solid var(--stamp);
  outline-offset: 2px;
}
</style>
