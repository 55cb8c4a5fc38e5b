<script setup lang="ts">
import type { Schemas } from '@/api/client';
import PickedName from './PickedName.vue';

defineProps<{ inbox: Schemas['InboxView'] }>();
</script>

<template>
  <template v-if="inbox.destinationId">
    folder <PickedName :id="inbox.destinationId" area="destinations" none="" /><span
      v-if="inbox.folder"
      class="mono"
    >
      /{{ inbox.folder }}</span
    >
  </template>
  <template v-else
    >account <span class="mono">{{ inbox.account }}</span></template
  >
</template>
