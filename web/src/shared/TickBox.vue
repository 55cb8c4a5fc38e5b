<script setup lang="ts">
/** A setting that is on or off, with what it does. */
defineProps<{ words: string; note?: string; off?: boolean }>();
const model = defineModel<boolean>({ required: true });
</script>

<template>
  <label :class="{ off }">
    <input v-model="model" type="checkbox" :disabled="off" />
    <span>
      {{ words }} <small v-if="note" class="quiet">{{ note }}</small>
    </span>
  </label>
</template>

<style scoped>
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
  display: block;
  font-size: 12px;
  line-height: 16px;
}
.off {
  color: var(--ink-5);
  cursor: default;
}
</style>
