<script setup lang="ts">
import { count, when } from '@/shared/format';
import type { Picked } from '@/shared/picked';
import DocumentPicture from './DocumentPicture.vue';
import type { Document } from './shelf';

/** One part of a folder as small pictures. What is out of sight costs nothing, and what comes later draws none of it anew. */
defineProps<{ rows: Document[]; picked: Picked; picks: boolean }>();
defineEmits<{ open: [document: Document] }>();
const BASE = '/api/shelf/documents';
const pagesOf = (document: Document) => (document.pages ? count(document.pages, 'page') : '');
</script>

<template>
  <ul class="pictures">
    <li v-for="row in rows" :key="row.id" :class="{ chosen: picked.has(row.id) }">
      <button type="button" :title="row.name" @click="$emit('open', row)">
        <span class="paper"><DocumentPicture :document="row" :base="BASE" /></span>
        <span class="name">{{ row.name }}</span>
        <span class="caption since">{{ [pagesOf(row), when(row.addedAt)].filter(Boolean).join(', ') }}</span>
      </button>
      <input
        v-if="picks"
        type="checkbox"
        :aria-label="`Choose ${row.name}`"
        :checked="picked.has(row.id)"
        @change="picked.set(row.id, ($event.target as HTMLInputElement).checked)"
      />
    </li>
  </ul>
</template>

<style scoped>
.pictures {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(148px, 1fr));
  gap: 14px 12px;
  margin: 0 0 14px;
  padding: 0;
  contain-intrinsic-size: auto 3000px;
  content-visibility: auto;
  list-style: none;
}
li {
  position: relative;
}
li button {
  all: unset;
  display: block;
  width: 100%;
  box-sizing: border-box;
  padding: 6px;
  cursor: pointer;
}
li button:hover,
li.chosen {
  background: var(--paper-1);
}
li button:focus-visible {
  outline: 2px solid var(--stamp);
  outline-offset: -2px;
}
li.chosen {
  outline: 2px solid var(--ink-9);
  outline-offset: -2px;
}
.paper {
  display: block;
  height: 168px;
}
.name {
  display: -webkit-box;
  overflow: hidden;
  margin-top: 6px;
  font-weight: 600;
  line-height: 17px;
  overflow-wrap: anywhere;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 2;
}
.since {
  display: block;
}
li input {
  position: absolute;
  top: 10px;
  left: 10px;
  width: 24px;
  height: 24px;
  margin: 0;
  accent-color: var(--stamp);
}
</style>
