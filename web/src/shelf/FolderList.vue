<script setup lang="ts">
import { bytes, figure } from '@/shared/format';
import { keyOf, shelfName, type Folder, type Shelf } from './shelf';

/** The folders of each shelf, with how much room there is. */
defineProps<{ shelves: Shelf[]; chosen?: string }>();
defineEmits<{ choose: [folder: Folder] }>();
</script>

<template>
  <nav aria-label="Folders">
    <section v-for="shelf in shelves" :key="shelf.deviceId ?? ''">
      <h2>{{ shelfName(shelf) }}</h2>
      <ul v-if="shelf.folders.length">
        <li v-for="folder in shelf.folders" :key="keyOf(folder)">
          <button
            type="button"
            :class="{ chosen: keyOf(folder) === chosen }"
            :aria-current="keyOf(folder) === chosen || undefined"
            @click="$emit('choose', folder)"
          >
            <span class="name">{{ folder.name }}</span>
            <span v-if="folder.locked" class="word-tag">passcode</span>
            <span v-else-if="folder.own" class="word-tag">each their own</span>
            <span class="figure">{{ figure(folder.documents) }}</span>
          </button>
        </li>
      </ul>
      <p v-else class="quiet small">No folder yet.</p>
      <p v-if="shelf.documents" class="caption room" :class="{ tight: shelf.nearlyFull }">
        <template v-if="shelf.nearlyFull">Nearly full: </template>{{ figure(shelf.documents) }} of
        {{ figure(shelf.mostDocuments) }} documents, {{ bytes(shelf.bytes) }} of {{ bytes(shelf.mostBytes) }}
      </p>
    </section>
  </nav>
</template>

<style scoped>
section + section {
  margin-top: 18px;
}
h2 {
  margin: 0 0 4px;
  font-size: 15px;
  line-height: 20px;
}
ul {
  margin: 0;
  padding: 0;
  border-top: 1px solid var(--ink-9);
  list-style: none;
}
li {
  border-bottom: 1px solid var(--rule);
}
button {
  all: unset;
  display: flex;
  gap: 8px;
  align-items: baseline;
  width: 100%;
  min-height: 32px;
  padding: 5px 8px;
  box-sizing: border-box;
  cursor: pointer;
}
button:hover {
  background: var(--paper-1);
}
button.chosen {
  background: var(--ink-9);
  color: var(--paper-0);
}
button.chosen .word-tag {
  border-color: currentcolor;
  color: inherit;
}
button:focus-visible {
  outline: 2px solid var(--stamp);
  outline-offset: -2px;
}
.name {
  flex: 1;
  min-width: 0;
  overflow: hidden;
  font-weight: 600;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.figure {
  font-variant-numeric: tabular-nums;
}
.room {
  margin: 5px 0 0;
}
.tight {
  color: var(--failed);
  font-weight: 600;
}
</style>
