<script setup lang="ts">
import StateMark from './StateMark.vue';
import { Problem } from '@/api/client';

/** What happened and what to do about it. */
defineProps<{ error?: unknown }>();
</script>

<template>
  <div v-if="error" class="note" role="alert">
    <StateMark mark="failed" silent />
    <p>
      <strong>{{ error instanceof Problem ? error.sentence : 'This did not work.' }}</strong>
      {{ error instanceof Problem ? error.remedy : 'Try again.' }}
    </p>
  </div>
</template>

<style scoped>
.note {
  display: flex;
  gap: 10px;
  padding: 10px 12px;
  background: var(--failed-wash);
}
</style>
