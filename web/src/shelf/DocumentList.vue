<script setup lang="ts">
import { bytes, count, exact, figure, when } from '@/shared/format';
import type { Picked } from '@/shared/picked';
import PickBox from '@/shared/PickBox.vue';
import DocumentPicture from './DocumentPicture.vue';
import type { Document } from './shelf';

/** Documents of a folder, as small pictures or as a list. */
defineProps<{ rows: Document[]; picked: Picked; as: 'pictures' | 'list'; picks: boolean }>();
defineEmits<{ open: [document: Document] }>();
const BASE = '/api/shelf/documents';
const pagesOf = (document: Document) => (document.pages ? count(document.pages, 'page') : '');
</script>

<template>
  <ul v-if="as === 'pictures'" class="pictures" aria-label="Documents">
    <li v-for="row in rows" :key="row.id" :class="{ chosen: picked.has(row.id) }">
      <button type="button" :title="row.name" @click="$emit('open', row)">
        <span class="paper"><DocumentPicture :document="row" :base="BASE" /></span>
        <span class="name">{{ row.name }}</span>
        <span class="caption">{{ [pagesOf(row), when(row.addedAt)].filter(Boolean).join(', ') }}</span>
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
  <div v-else class="wide">
    <table class="table" aria-label="Documents">
      <thead>
        <tr>
          <PickBox v-if="picks" :picked="picked" />
          <th scope="col">Name</th>
          <th scope="col" class="number">Pages</th>
          <th scope="col" class="number">Size</th>
          <th scope="col">Added</th>
          <th scope="col">Kept until</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.id">
          <PickBox v-if="picks" :picked="picked" :row="row" />
          <td>
            <button type="button" class="link" @click="$emit('open', row)">{{ row.name }}</button>
          </td>
          <td class="number">{{ row.pages ? figure(row.pages) : '–' }}</td>
          <td class="number">{{ bytes(row.bytes) }}</td>
          <td :title="exact(row.addedAt)">{{ when(row.addedAt) }}, {{ row.addedBy }}</td>
          <td>{{ row.endsAt ? when(row.endsAt) : 'deleted by hand' }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.wide {
  overflow-x: auto;
}
.number {
  text-align: right;
}
.pictures {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(148px, 1fr));
  gap: 14px 12px;
  margin: 12px 0;
  padding: 0;
  list-style: none;
}
li {
  position: relative;
  contain-intrinsic-size: auto 232px;
  content-visibility: auto;
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
.caption {
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
