<script setup lang="ts">
import { bytes, exact, figure, when } from '@/shared/format';
import type { Picked } from '@/shared/picked';
import PickBox from '@/shared/PickBox.vue';
import PictureBlock from './PictureBlock.vue';
import type { Document } from './shelf';

/** Documents of a folder, as small pictures or as a list. */
defineProps<{
  parts: Document[][];
  picked: Picked;
  as: 'pictures' | 'list';
  picks: boolean;
  gone?: boolean;
}>();
defineEmits<{ open: [document: Document] }>();
</script>

<template>
  <div v-if="as === 'pictures'" class="all" role="group" aria-label="Documents">
    <PictureBlock
      v-for="(part, i) in parts"
      :key="i"
      :rows="part"
      :picked="picked"
      :picks="picks"
      @open="$emit('open', $event)"
    />
  </div>
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
      <tbody v-for="(part, i) in parts" :key="i">
        <tr v-for="row in part" :key="row.id">
          <PickBox v-if="picks" :picked="picked" :row="row" />
          <td>
            <template v-if="gone">{{ row.name }}</template>
            <button v-else type="button" class="link" @click="$emit('open', row)">{{ row.name }}</button>
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
.all {
  margin-top: 12px;
}
</style>
