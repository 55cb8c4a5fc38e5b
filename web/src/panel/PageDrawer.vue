<script setup lang="ts">
import { computed, nextTick, onMounted, ref, watch } from 'vue';
import type { Schemas } from '@/api/client';
import { useCrop } from '@/shared/crop';
import CropFrame from '@/shared/CropFrame.vue';
import { useWords } from '@/shared/words';
import { usePageZoom } from './pageZoom';
import type { PanelState } from './usePanel';

/** One page, large, with all that can be done to it. */
const props = defineProps<{ panel: PanelState; scan: Schemas['ScanView']; page: string }>();
const emit = defineEmits<{ done: []; look: [page: string] }>();
const { t } = useWords();
const { device } = props.panel;

const cropKey = ref<HTMLElement>();
const root = ref<HTMLElement>();
onMounted(() => root.value?.querySelector('button')?.focus());

const pages = computed(() => props.scan.pages);
const at = computed(() => pages.value.findIndex((one) => one.id === props.page));
const seen = computed(() => pages.value[at.value]);
const picture = computed(() =>
  seen.value
    ? `/api/panel/${device}/scans/${props.scan.id}/pages/${seen.value.id}/image?look=${seen.value.look}`
    : '',
);
const neighbour = (by: number) => pages.value[at.value + by]?.id;
const isOut = computed(
  () =>
    seen.value?.presence === 'LEFT_OUT' ||
    (seen.value?.presence === 'AS_FOUND' && seen.value.blankReason !== ''),
);
const { part, ready, loaded, begin, end } = useCrop(() => picture.value);
watch(part, (now, before) => before && !now && void nextTick(() => cropKey.value?.focus()));
const shown = ref<HTMLElement>();
const { closer, whole, toggle } = usePageZoom(shown, () => part.value !== undefined);
watch(picture, whole);
/** It was replaced, or taken back. */
watch(seen, (there) => there || emit('done'));

const edit = (action: Schemas['PageEditForm']['action'], more: Partial<Schemas['PageEditForm']> = {}) =>
  props.panel.edit({ action, page: props.page, ...more });
async function crop() {
  if (part.value) await edit('CROP', { part: part.value });
}
function later() {
  return edit('MOVE', { before: pages.value[at.value + 2]?.id });
}
async function again() {
  const from = seen.value?.source ?? undefined;
  emit('done');
  await props.panel.addLoad(props.page, from);
}
function close() {
  if (part.value) end();
  else emit('done');
}
</script>

<template>
  <section
    v-if="seen"
    ref="root"
    class="drawer"
    :aria-label="t('scan.page', { n: seen.number, media: seen.media })"
    @keydown.esc="close"
  >
    <div class="sheet">
      <span ref="shown" class="picture" :class="{ out: isOut }" @dblclick="toggle">
        <img
          :key="picture"
          :src="picture"
          :alt="t('scan.page', { n: seen.number, media: seen.media })"
          @load="loaded"
        />
        <CropFrame v-if="part" v-model="part" :label="() => t('page.corner')" />
      </span>
    </div>
    <div class="side">
      <p class="where">
        <button
          type="button"
          class="key"
          :disabled="!neighbour(-1)"
          :aria-label="t('page.previous')"
          @click="emit('look', neighbour(-1) ?? seen.id)"
        >
          ‹
        </button>
        <strong>{{ t('page.of', { n: seen.number, of: pages.length }) }}</strong>
        <button
          type="button"
          class="key"
          :disabled="!neighbour(1)"
          :aria-label="t('page.next')"
          @click="emit('look', neighbour(1) ?? seen.id)"
        >
          ›
        </button>
      </p>
      <p v-if="isOut" class="quiet" role="status">{{ seen.blankReason || t('page.is-out') }}</p>
      <div v-if="part" class="keys one">
        <button type="button" class="key stamp" @click="crop">
          {{ t('page.crop-now') }}
        </button>
        <button type="button" class="key" @click="end">{{ t('page.crop-not') }}</button>
      </div>
      <div v-else class="keys">
        <button type="button" class="key" @click="edit('TURN', { quarters: 3 })">
          {{ t('page.turn-left') }}
        </button>
        <button type="button" class="key" @click="edit('TURN', { quarters: 1 })">
          {{ t('page.turn-right') }}
        </button>
        <button ref="cropKey" type="button" class="key" :disabled="!ready" @click="begin">
          {{ t('page.crop') }}
        </button>
        <button type="button" class="key" @click="edit(isOut ? 'BRING_BACK' : 'LEAVE_OUT')">
          {{ isOut ? t('page.bring-back') : t('scan.leave-out') }}
        </button>
        <button
          type="button"
          class="key"
          :disabled="at === 0"
          @click="edit('MOVE', { before: neighbour(-1) })"
        >
          {{ t('page.earlier') }}
        </button>
        <button type="button" class="key" :disabled="!neighbour(1)" @click="later">
          {{ t('page.later') }}
        </button>
        <button
          type="button"
          class="key"
          :disabled="at === 0"
          @click="edit(seen.splitBefore ? 'JOIN' : 'SPLIT')"
        >
          {{ seen.splitBefore ? t('scan.join') : t('scan.new-file') }}
        </button>
        <button type="button" class="key" :disabled="scan.state === 'SCANNING'" @click="again">
          {{ t('page.scan-again') }}
        </button>
        <button type="button" class="key" :aria-pressed="closer" @click="toggle()">
          {{ t('page.zoom') }}
        </button>
      </div>
      <div v-if="!part" class="keys end">
        <button type="button" class="key" :disabled="!scan.edited" @click="panel.undoEdit()">
          {{ t('page.undo') }}
        </button>
        <button type="button" class="key ink" @click="emit('done')">{{ t('page.done') }}</button>
      </div>
    </div>
  </section>
</template>

<style scoped>
/* Below the head of the panel, whatever is behind it. */
.drawer {
  position: fixed;
  inset: 72px 0 0;
  z-index: 2;
  display: grid;
  grid-template-rows: minmax(0, 1fr);
  grid-template-columns: minmax(0, 1fr) 400px;
  gap: 20px;
  padding: 14px 20px;
  background: var(--paper-1);
}
.sheet {
  display: grid;
  min-width: 0;
  min-height: 0;
  overflow: hidden;
  place-items: center;
}
.picture {
  position: relative;
  display: block;
}
img {
  display: block;
  max-width: 100%;
  max-height: calc(100cqh - 124px);
  border: 1.5px solid var(--rule-2);
  background: var(--paper-0);
}
.out img {
  opacity: 0.45;
}
.side {
  display: flex;
  flex-direction: column;
  gap: 12px;
  min-height: 0;
}
.where {
  display: flex;
  justify-content: space-between;
  align-items: center;
  font-size: 20px;
}
.where .key {
  width: 56px;
  justify-content: center;
  font-size: 26px;
}
.keys {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
.keys.one {
  grid-template-columns: 1fr;
}
.keys .key {
  min-height: 54px;
  justify-content: center;
  text-align: center;
}
.end {
  margin-top: auto;
}
/* The smallest panel that is usual. */
@container panel ((max-height: 540px) or (max-width: 900px)) {
  .drawer {
    grid-template-columns: minmax(0, 1fr) 356px;
    padding: 8px 12px;
  }
  .side,
  .keys {
    gap: 6px;
  }
  .keys .key {
    min-height: 46px;
    padding: 4px 6px;
    font-size: 17px;
  }
  img {
    max-height: calc(100cqh - 112px);
  }
}
[aria-pressed='true'] {
  background: var(--ink-9);
  color: var(--paper-0);
}
.key.ink {
  background: var(--ink-9);
  color: var(--paper-0);
}
</style>
