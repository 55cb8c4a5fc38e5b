<script setup lang="ts">
import { computed, ref } from 'vue';
import type { Schemas } from '@/api/client';
import FormField from '@/shared/FormField.vue';
import type { Rehearsal } from './useRehearsal';
import ZoneDialog from './ZoneDialog.vue';
import { freeKey, type Zone } from './zones';

/** Parts of the page whose text can stand in names: what they are called, and what they say on these pages. */
const props = defineProps<{
  order?: Schemas['RehearsalOrder'];
  files: Rehearsal['files'];
  /** The texts of the job with their fields. */
  texts: readonly string[];
}>();
const zones = defineModel<Zone[]>({ required: true });
const MOST = 8;
const opened = ref(-1);
const open = computed({
  get: () => zones.value[opened.value],
  set: (zone) => {
    if (zone) zones.value = zones.value.map((one, i) => (i === opened.value ? zone : one));
    else opened.value = -1;
  },
});
const isUsed = (zone: Zone) => props.texts.some((text) => text.includes(`{zone.${zone.key}`));
const unused = computed(() => zones.value.filter((zone) => !isUsed(zone)));
function add() {
  const zone: Zone = {
    key: freeKey(zones.value),
    page: 1,
    left: 120,
    top: 30,
    width: 60,
    height: 12,
    reads: 'TEXT',
  };
  // The model is the parent's, and follows a moment later.
  const place = zones.value.length;
  zones.value = [...zones.value, zone];
  opened.value = place;
}
function remove(i: number) {
  opened.value = -1;
  zones.value = zones.value.filter((_, at) => at !== i);
}
</script>

<template>
  <FormField label="Zones" name="zones">
    <p v-if="!zones.length" class="caption">
      A number or name that a form always has in the same place. Draw the zone on a page; it is then
      {zone.number} in names, subjects and folders, and in the data beside files.
    </p>
    <ul v-else>
      <li v-for="(zone, i) in zones" :key="i">
        <button type="button" class="link mono" :aria-label="`Change zone ${zone.key}`" @click="opened = i">
          {{ `\{zone.${zone.key}\}` }}
        </button>
        <span class="small read">{{
          files
            .map((file) => file.zones[zone.key])
            .filter(Boolean)
            .slice(0, 3)
            .join(', ') || 'nothing read'
        }}</span>
        <button type="button" class="link small" :aria-label="`Remove zone ${zone.key}`" @click="remove(i)">
          Remove
        </button>
      </li>
    </ul>
    <p v-if="unused.length" class="caption">
      Not in its file name, subject or text yet:
      {{ unused.map((zone) => `\{zone.${zone.key}\}`).join(', ') }}. It is read where a folder wants data
      beside files.
    </p>
    <button v-if="zones.length < MOST && order" type="button" class="button" @click="add">Draw a zone</button>
  </FormField>
  <ZoneDialog v-if="order" v-model="open" :order="order" :files="files" :others="zones" />
</template>

<style scoped>
ul {
  width: 100%;
  margin: 0 0 8px;
  padding: 0;
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0 10px;
  align-items: baseline;
}
li > .link {
  justify-self: start;
}
.read {
  grid-row: 2;
  grid-column: 1 / -1;
  padding-bottom: 6px;
  overflow-wrap: anywhere;
}
</style>
