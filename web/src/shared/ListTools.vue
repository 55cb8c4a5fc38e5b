<script setup lang="ts">
/** What narrows a long list down: typed words, and only what needs a person. */
import { figure } from './format';
import type { LongList } from './longList';

const props = defineProps<{ list: LongList; label: string; attention?: string }>();
const { words, attention: only } = props.list;
</script>

<template>
  <div v-if="list.canNarrow.value" class="tools">
    <el-input
      v-model="words"
      class="words"
      type="search"
      clearable
      :placeholder="label"
      :aria-label="label"
    />
    <label v-if="attention && (list.needing.value || only)" class="small">
      <input v-model="only" type="checkbox" />
      {{ attention }} ({{ figure(list.needing.value) }})
    </label>
  </div>
</template>

<style scoped>
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
  align-items: center;
  padding: 8px 0;
}
.words {
  max-width: 320px;
}
label {
  display: flex;
  gap: 7px;
  align-items: center;
  cursor: pointer;
}
label input {
  width: 16px;
  height: 16px;
  margin: 0;
  accent-color: var(--stamp);
}
</style>
