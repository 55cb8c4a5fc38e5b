<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed, ref, watch } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import FormField from '@/shared/FormField.vue';
import TextField from '@/shared/TextField.vue';
import type { Rehearsal } from './useRehearsal';
import { between, onSheet, placesInFiles, type Zone } from './zones';

/** A zone drawn on one of the pages of the rehearsal, with a mouse, a finger or by its measures. */
const props = defineProps<{
  order: Schemas['RehearsalOrder'];
  files: Rehearsal['files'];
  others: readonly Zone[];
}>();
const zone = defineModel<Zone>();
/** Where the zone is does not change the pages. */
const asked = computed(() =>
  JSON.stringify({ ...props.order, job: props.order.job && { ...props.order.job, zones: [] } }),
);
const query = useQuery({
  queryKey: computed(() => ['rehearsal', 'large', asked.value]),
  queryFn: ({ signal }) =>
    ask(
      api.POST('/api/rehearsals/large-pages', {
        body: JSON.parse(asked.value) as Schemas['RehearsalOrder'],
        signal,
      }),
    ),
  enabled: computed(() => zone.value !== undefined),
  staleTime: Infinity,
  gcTime: 60_000,
});
const places = computed(() => placesInFiles(props.files));
const pages = computed(() =>
  (query.data.value ?? []).map((page) => ({ ...page, place: places.value.get(page.number) ?? 1 })),
);
const looked = ref(0);
const page = computed(() => pages.value[looked.value]);
// A zone opens on a page that has it.
watch([() => zone.value?.key === undefined, pages], () => {
  const there = pages.value.findIndex((one) => one.place === zone.value?.page);
  looked.value = Math.max(0, there);
});
function look(i: number) {
  looked.value = i;
  const shown = pages.value[i];
  if (zone.value && shown) zone.value = { ...zone.value, page: shown.place };
}

const percent = (part: number, whole: number) => `${(100 * part) / whole}%`;
const styleOf = (one: Zone) =>
  page.value && {
    left: percent(one.left, page.value.widthMm),
    top: percent(one.top, page.value.heightMm),
    width: percent(one.width, page.value.widthMm),
    height: percent(one.height, page.value.heightMm),
  };
const begun = ref<[number, number]>();
const drawn = ref<Zone>();
function at(event: PointerEvent): [number, number] {
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect();
  return [(event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height];
}
function begin(event: PointerEvent) {
  (event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
  begun.value = at(event);
}
function drag(event: PointerEvent) {
  if (!begun.value || !page.value || !zone.value) return;
  drawn.value = { ...between(zone.value, page.value, begun.value, at(event)), page: page.value.place };
}
/** What it reads is asked for once the pointer is lifted. */
function end() {
  begun.value = undefined;
  if (drawn.value) zone.value = drawn.value;
  drawn.value = undefined;
}
function measure(name: 'left' | 'top' | 'width' | 'height', typed: number | undefined) {
  if (!zone.value || typed === undefined) return;
  const changed = { ...zone.value, [name]: typed };
  zone.value = page.value ? onSheet(changed, page.value) : changed;
}
const MEASURES = ['left', 'top', 'width', 'height'] as const;
const shown = computed(() => drawn.value ?? zone.value);
const read = computed(() => props.files.map((file) => file.zones[zone.value?.key ?? '']).filter(Boolean));
const others = computed(() =>
  props.others.filter((one) => one.key !== zone.value?.key && one.page === zone.value?.page),
);
</script>

<template>
  <el-dialog
    :model-value="zone !== undefined"
    title="Text from the page"
    width="min(980px, 96vw)"
    top="4vh"
    @update:model-value="zone = undefined"
  >
    <ErrorNote :error="query.error.value" />
    <div v-if="zone" class="desk">
      <div class="sheet">
        <p v-if="query.isLoading.value" class="quiet">Preparing the pages …</p>
        <p v-else-if="!pages.length" class="quiet">No page is left to draw on.</p>
        <div
          v-if="page"
          class="page"
          :style="{ aspectRatio: `${page.widthMm} / ${page.heightMm}` }"
          @pointerdown.prevent="begin"
          @pointermove="drag"
          @pointerup="end"
          @pointercancel="end"
        >
          <img :src="page.url" :alt="`Page ${page.number}, as it goes into the file`" draggable="false" />
          <span v-for="one in others" :key="one.key" class="zone other" :style="styleOf(one)"></span>
          <span v-if="shown && shown.page === page.place" class="zone" :style="styleOf(shown)"></span>
        </div>
      </div>
      <div class="side">
        <p class="small">Draw across the text on the page, with a little room around it.</p>
        <div v-if="pages.length > 1" class="pages" role="radiogroup" aria-label="Page">
          <span class="small quiet" aria-hidden="true">Page</span>
          <label v-for="(one, i) in pages" :key="i" class="small">
            <input type="radio" name="page" :checked="i === looked" @change="look(i)" />
            {{ one.number }}
          </label>
        </div>
        <p class="quiet small">It is read on page {{ zone.page }} of each file.</p>
        <TextField
          :model-value="zone.key"
          label="Short name in templates"
          name="zone-key"
          mono
          :maxlength="30"
          @update:model-value="zone = { ...zone, key: String($event ?? '').trim() }"
        />
        <FormField label="Keep" name="reads">
          <div class="choices">
            <label><input v-model="zone.reads" type="radio" value="TEXT" /> All of the text</label>
            <label><input v-model="zone.reads" type="radio" value="NUMBER" /> The first number</label>
          </div>
        </FormField>
        <div class="measures">
          <label v-for="name in MEASURES" :key="name" class="small">
            {{ name }}, mm
            <el-input-number
              :model-value="zone[name]"
              :min="0"
              :max="2000"
              :step="1"
              :controls="false"
              :aria-label="`${name}, mm`"
              @update:model-value="measure(name, $event ?? undefined)"
            />
          </label>
        </div>
        <p class="reads" role="status">
          <span class="quiet small">On these pages it reads</span>
          <strong v-if="read.length" class="mono">{{ read.slice(0, 4).join(', ') }}</strong>
          <strong v-else>nothing</strong>
        </p>
      </div>
    </div>
    <template #footer>
      <button type="button" class="button ink" @click="zone = undefined">Done</button>
    </template>
  </el-dialog>
</template>

<style scoped>
.desk {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 260px;
  gap: 20px;
}
.sheet {
  display: flex;
  justify-content: center;
  min-height: 200px;
  background: var(--paper-2);
}
.page {
  position: relative;
  width: auto;
  height: min(70vh, 720px);
  max-width: 100%;
  cursor: crosshair;
  touch-action: none;
  user-select: none;
}
.page img {
  display: block;
  width: 100%;
  height: 100%;
}
.zone {
  position: absolute;
  outline: 2px solid var(--stamp);
  background: rgb(154 27 86 / 12%);
  pointer-events: none;
}
.zone.other {
  outline: 1px dashed var(--ink-6);
  background: none;
}
.side {
  display: flex;
  flex-direction: column;
  gap: 12px;
}
.side p {
  margin: 0;
}
.pages,
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
}
.choices {
  flex-direction: column;
}
.measures {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
.measures .el-input-number {
  width: 100%;
}
.reads {
  display: flex;
  flex-direction: column;
  padding-top: 10px;
  border-top: 1px solid var(--rule);
  overflow-wrap: anywhere;
}
@media (max-width: 760px) {
  .desk {
    grid-template-columns: 1fr;
  }
}
</style>
