<script setup lang="ts">
import { useId } from 'vue';
import { KINDS, type Kind } from './kinds';

/** What kind of place a new destination is, each with what it is for. */
const model = defineModel<Kind>({ required: true });
const name = useId();
</script>

<template>
  <fieldset>
    <legend>What kind of place it is</legend>
    <label v-for="kind in KINDS" :key="kind.kind" :class="{ chosen: model === kind.kind }">
      <input v-model="model" type="radio" :name="name" :value="kind.kind" />
      <span>
        <strong>{{ kind.words }}</strong>
        <small class="quiet">{{ kind.does }}</small>
      </span>
    </label>
  </fieldset>
</template>

<style scoped>
fieldset {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 0 24px;
  margin: 0 0 16px;
  padding: 0;
  border: 0;
}
legend {
  margin-bottom: 4px;
  color: var(--ink-5);
  font-size: 12px;
}
label {
  display: flex;
  gap: 10px;
  align-items: baseline;
  padding: 9px 10px;
  border-top: 1px solid var(--rule);
  cursor: pointer;
}
label.chosen {
  background: var(--paper-1);
  box-shadow: inset 4px 0 0 var(--stamp);
}
input {
  accent-color: var(--stamp);
}
strong,
small {
  display: block;
}
small {
  font-size: 13px;
}
label:focus-within {
  outline: 2px solid var(--stamp);
  outline-offset: -2px;
}
@media (max-width: 900px) {
  fieldset {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
