<script setup lang="ts">
/** The head of a view: what it is, a quiet line under it, and what can be done with it on the right. */
defineProps<{ title: string; hint?: string }>();
</script>

<template>
  <div class="title-bar">
    <div>
      <h1>{{ title }}</h1>
      <p v-if="hint" class="quiet small">{{ hint }}</p>
      <slot name="under" />
    </div>
    <div class="actions"><slot /></div>
  </div>
</template>

<style scoped>
.title-bar {
  display: flex;
  gap: 20px;
  align-items: center;
  justify-content: space-between;
  padding-bottom: 10px;
  border-bottom: 2px solid var(--ink-9);
}
.actions {
  flex-wrap: nowrap;
}
@media (max-width: 700px) {
  .title-bar {
    flex-wrap: wrap;
    gap: 10px;
  }
  .actions {
    flex-wrap: wrap;
  }
}
</style>
