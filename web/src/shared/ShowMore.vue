<script setup lang="ts">
/** The end of a long list that is shown in part. */
defineProps<{ hidden: number; none: boolean }>();
defineEmits<{ more: [] }>();
</script>

<template>
  <p v-if="none" class="quiet">Nothing fits.</p>
  <p v-else-if="hidden > 0">
    <button type="button" class="button" @click="$emit('more')">Show more ({{ hidden }} left)</button>
  </p>
</template>

<style scoped>
p {
  padding: 10px 0;
}
</style>
