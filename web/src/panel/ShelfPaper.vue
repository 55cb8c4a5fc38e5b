<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef } from 'vue';
import { api, ask } from '@/api/client';
import { when } from '@/shared/format';
import { useWords } from '@/shared/words';
import { keyOf, partsOf, placeOf, type Document, type Folder, type Place, type Shelf } from '@/shelf/shelf';
import ChoiceList from './ChoiceList.vue';
import type { PanelState } from './usePanel';

/** A document of the shelf, large, with what can be done with it. */
const props = defineProps<{
  panel: PanelState;
  document: Document;
  shelves: Shelf[];
  /** By which it can go on. */
  jobs: string[];
}>();
const emit = defineEmits<{
  renamed: [document: Document];
  changed: [told: { words: string; undo: () => Promise<unknown> }];
  done: [];
}>();
const { t } = useWords();
const { device, busy, labels, problem } = props.panel;
const page = ref(1);
const doing = ref<'rename' | 'Move' | 'Copy' | 'send'>();
const name = ref('');
const field = useTemplateRef('field');
const ending = computed(() => partsOf(props.document.name)[1]);
const base = computed(() => `/api/panel/${device}/shelf/documents/${props.document.id}`);
const path = computed(() => ({ device, id: props.document.id }));
const ids = computed(() => [props.document.id]);

/** One step back. @returns whether there was one to take */
function back() {
  const was = doing.value !== undefined;
  doing.value = undefined;
  return was;
}
defineExpose({ back });

function turn(by: number) {
  props.panel.touch();
  page.value = Math.min(Math.max(1, page.value + by), Math.max(1, props.document.pages));
}
async function begin(what: NonNullable<typeof doing.value>) {
  props.panel.touch();
  problem.value = undefined;
  doing.value = what;
  if (what !== 'rename') return;
  [name.value] = partsOf(props.document.name);
  await focusName();
}
async function focusName() {
  await nextTick();
  field.value?.focus();
  field.value?.select();
}
function clear() {
  name.value = '';
  void focusName();
}
async function rename() {
  const renamed = await props.panel.attempt(() =>
    ask(
      api.PUT('/api/panel/{device}/shelf/documents/{id}/name', {
        params: { path: path.value },
        body: { name: name.value + ending.value },
      }),
    ),
  );
  if (!renamed) return;
  doing.value = undefined;
  emit('renamed', renamed);
}

const jobs = computed(() => labels.value.filter(({ jobId, own }) => !own && props.jobs.includes(jobId)));
async function go(jobId: string) {
  const job = jobs.value.find((one) => one.jobId === jobId);
  if (!job) return;
  await props.panel.openFromShelf(job, props.document.id);
  if (!problem.value) emit('done');
}

const from = computed(() => ({ id: props.document.folderId, deviceId: props.document.deviceId }));
const folders = computed<Folder[]>(() =>
  props.shelves
    .flatMap((shelf) => shelf.folders)
    .filter(
      (one) => one.opens && !one.locked && (doing.value === 'Copy' || keyOf(one) !== keyOf(from.value)),
    ),
);
const nameOf = (folder: Folder) => {
  const shelf = props.shelves.find((one) => one.folders.includes(folder));
  return `${folder.name} (${shelf?.name || t('shelf.office')})`;
};
const put = (act: 'move' | 'delete' | 'restore', to?: Place, which = ids.value) =>
  ask(
    api.POST(`/api/panel/{device}/shelf/documents/${act}` as '/api/panel/{device}/shelf/documents/move', {
      params: { path: { device } },
      body: { ids: which, to },
    }),
  );
async function take(act: () => Promise<() => Promise<unknown>>, words: string) {
  const undo = await props.panel.attempt(act);
  if (undo) emit('changed', { words, undo });
}
function into(key: string) {
  const folder = folders.value.find((one) => keyOf(one) === key);
  if (!folder) return;
  const back: Place = { folderId: from.value.id, deviceId: from.value.deviceId };
  const told = { name: props.document.name, folder: folder.name };
  if (doing.value === 'Move')
    void take(
      async () => {
        await put('move', placeOf(folder));
        return () => put('move', back);
      },
      t('shelf.moved', told),
    );
  else
    void take(
      async () => {
        const copies = await ask(
          api.POST('/api/panel/{device}/shelf/documents/copy', {
            params: { path: { device } },
            body: { ids: ids.value, to: placeOf(folder) },
          }),
        );
        return () => put('delete', undefined, copies);
      },
      t('shelf.copied', told),
    );
}
const remove = () =>
  take(
    async () => {
      await put('delete');
      return () => put('restore');
    },
    t('shelf.deleted', { name: props.document.name }),
  );
</script>

<template>
  <form v-if="doing === 'rename'" class="row" @submit.prevent="rename">
    <input
      ref="field"
      v-model="name"
      type="text"
      autocomplete="off"
      maxlength="150"
      :aria-label="t('shelf.name')"
      :placeholder="t('shelf.name')"
      @input="panel.touch()"
    />
    <button type="button" class="key" :disabled="!name" @click="clear">{{ t('shelf.clear') }}</button>
    <button type="submit" class="key stamp" :disabled="busy || !name.trim()">{{ t('shelf.save') }}</button>
  </form>
  <ChoiceList
    v-else-if="doing === 'send'"
    :label="t('shelf.by', { name: document.name })"
    :options="jobs.map((job) => ({ value: job.jobId, words: job.name }))"
    :is-chosen="() => false"
    @press="go($event.value)"
  />
  <template v-else-if="doing">
    <ChoiceList
      v-if="folders.length"
      :label="t('shelf.to', { name: document.name })"
      :options="folders.map((one) => ({ value: keyOf(one), words: nameOf(one) }))"
      :is-chosen="() => false"
      @press="into($event.value)"
    />
    <p v-else class="quiet">{{ t('shelf.no-other') }}</p>
  </template>
  <div v-else class="paper">
    <div
      class="sheet"
      tabindex="0"
      role="group"
      :aria-label="t('shelf.page', { n: page, of: document.pages })"
    >
      <img v-if="document.hasPicture" :src="`${base}/pages/${page}`" :alt="document.name" />
      <p v-else class="quiet">{{ t('shelf.no-picture') }}</p>
    </div>
    <div class="acts">
      <p class="quiet">
        {{ when(document.addedAt) }}, {{ document.addedBy
        }}<template v-if="document.endsAt">, {{ t('shelf.ends', { when: when(document.endsAt) }) }}</template>
      </p>
      <div v-if="document.pages > 1" class="turn">
        <button
          type="button"
          class="key"
          :disabled="page === 1"
          :aria-label="t('shelf.previous')"
          @click="turn(-1)"
        >
          ‹
        </button>
        <span aria-live="polite">{{ t('shelf.page', { n: page, of: document.pages }) }}</span>
        <button
          type="button"
          class="key"
          :disabled="page === document.pages"
          :aria-label="t('shelf.next')"
          @click="turn(1)"
        >
          ›
        </button>
      </div>
      <button
        v-if="jobs.length && document.hasPicture"
        type="button"
        class="key stamp"
        :disabled="busy"
        @click="begin('send')"
      >
        {{ t('shelf.send') }}
      </button>
      <button type="button" class="key" :disabled="busy" @click="begin('rename')">
        {{ t('shelf.rename') }}
      </button>
      <div class="two">
        <button type="button" class="key" :disabled="busy" @click="begin('Move')">
          {{ t('shelf.move') }}
        </button>
        <button type="button" class="key" :disabled="busy" @click="begin('Copy')">
          {{ t('shelf.copy') }}
        </button>
      </div>
      <button type="button" class="key" :disabled="busy" @click="remove">{{ t('shelf.delete') }}</button>
    </div>
  </div>
</template>

<style scoped>
.row {
  display: flex;
  gap: 12px;
}
.row input {
  flex: 1;
  min-width: 0;
}
.paper {
  display: grid;
  flex: 1;
  grid-template-columns: minmax(0, 1fr) 300px;
  gap: 18px;
  min-height: 0;
}
.sheet {
  min-height: 0;
  overflow: auto;
}
.sheet img {
  display: block;
  width: 100%;
  border: 1px solid var(--rule-2);
  background: #fff;
}
.acts {
  display: flex;
  flex-direction: column;
  gap: 10px;
  min-height: 0;
  overflow-y: auto;
}
.acts .quiet {
  font-size: 17px;
  line-height: 22px;
}
.turn,
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
.turn {
  grid-template-columns: auto 1fr auto;
  align-items: center;
  font-size: 18px;
  text-align: center;
}
</style>
