<script setup lang="ts">
/** The end of a long list that is shown in part. */
import { figure } from './format';
import type { LongList } from './longList';

defineProps<{ list: LongList }>();
</script>

<template>
  <p v-if="list.total.value && !list.rows.value.length" class="quiet">Nothing fits.</p>
  <p v-else-if="list.hidden.value > 0">
    <button type="button" class="button" @click="list.showMore()">
      Show more ({{ figure(list.hidden.value) }} left)
    </button>
  </p>
</template>

<style scoped>
p {
  padding: 10px 0;
}
</style>
