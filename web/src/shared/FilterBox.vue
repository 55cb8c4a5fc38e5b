<script setup lang="ts">
/** Narrows a long list down while one types. */
defineProps<{ label: string }>();
const words = defineModel<string>({ required: true });
</script>

<template>
  <el-input v-model="words" class="narrow" type="search" clearable :placeholder="label" :aria-label="label" />
</template>

<style scoped>
.narrow {
  max-width: 320px;
  margin: 0 0 8px;
}
</style>
