<script setup lang="ts">
import type { Schemas } from '@/api/client';
import { bytes } from '@/shared/format';

/** Folders and files beside each other, large enough for a finger. */
defineProps<{ entries: Schemas['FolderEntry'][]; label: string; busy: boolean }>();
defineEmits<{ choose: [entry: Schemas['FolderEntry']] }>();
</script>

<template>
  <ul class="list" tabindex="0" :aria-label="label">
    <li v-for="entry in entries" :key="entry.name">
      <button type="button" :disabled="busy" @click="$emit('choose', entry)">
        <svg width="30" height="24" viewBox="0 0 30 24" aria-hidden="true">
          <path v-if="entry.folder" d="M2 4h9l3 3h14v14H2z" />
          <path v-else d="M7 2h11l5 5v15H7z M18 2v5h5" />
        </svg>
        <span>
          {{ entry.name }}
          <small v-if="!entry.folder">{{ bytes(entry.bytes) }}</small>
        </span>
      </button>
    </li>
  </ul>
</template>

<style scoped>
.list {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  grid-auto-rows: minmax(72px, auto);
  gap: 8px;
}
button {
  display: flex;
  gap: 12px;
  align-items: center;
  width: 100%;
  height: 100%;
  padding: 8px 14px;
  border: 1.5px solid var(--rule-2);
  border-radius: 3px;
  background: var(--paper-0);
  font-size: 19px;
  line-height: 23px;
  text-align: left;
  overflow-wrap: anywhere;
  cursor: pointer;
}
small {
  display: block;
  font-size: 15px;
  color: var(--ink-5);
}
svg {
  flex: none;
  fill: none;
  stroke: currentcolor;
  stroke-width: 2;
}
</style>
