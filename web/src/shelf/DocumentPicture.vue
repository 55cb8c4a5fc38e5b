<script setup lang="ts">
import type { Document } from './shelf';

/** The first page of a document, or what sort of file it is. */
const props = defineProps<{ document: Document; base: string }>();
const kind = () => props.document.mediaType.split('/').pop()!.split('.').pop()!.toUpperCase().slice(0, 8);
</script>

<template>
  <span v-if="document.hasPicture" class="first">
    <img :src="`${base}/${document.id}/thumbnail`" alt="" loading="lazy" decoding="async" />
  </span>
  <span v-else class="none mono">{{ kind() }}</span>
</template>

<style scoped>
.first {
  display: grid;
  width: 100%;
  height: 100%;
  place-items: center;
}
img {
  max-width: 100%;
  max-height: 100%;
  min-height: 0;
  box-sizing: border-box;
  border: 1px solid var(--rule-2);
  background: #fff;
}
.none {
  display: grid;
  width: 100%;
  height: 100%;
  border: 1px solid var(--rule-2);
  background: var(--paper-0);
  color: var(--ink-6);
  place-items: center;
}
</style>
