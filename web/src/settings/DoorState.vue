<script setup lang="ts">
import type { Schemas } from '@/api/client';
import StateMark from '@/shared/StateMark.vue';

/** Whether what devices send is taken now. */
defineProps<{ state: Schemas['DoorState'] | undefined }>();
</script>

<template>
  <p v-if="state?.on" class="small" role="status">
    <StateMark :mark="state.listens ? 'accepted' : 'failed'" silent />
    {{ state.listens ? `Listening on port ${state.port}.` : state.trouble || 'Starting.' }}
  </p>
</template>
