<script setup lang="ts">
import { refDebounced, useStorage } from '@vueuse/core';
import { computed, onMounted, ref, useTemplateRef, watch } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import { when } from '@/shared/format';
import DocumentPicture from '@/shelf/DocumentPicture.vue';
import { keyOf, type Document, type Folder, type Shelf } from '@/shelf/shelf';
import { useWords } from '@/shared/words';
import ShelfPaper from './ShelfPaper.vue';
import type { PanelState } from './usePanel';

/** Folders of this device and of the office, their documents, and one of those. */
const props = defineProps<{ panel: PanelState }>();
const emit = defineEmits<{ done: [] }>();
const { t } = useWords();
const { device, busy, problem } = props.panel;
const here = ref<Schemas['ShelfHere']>();
const folder = ref<Folder>();
const rows = ref<Document[]>();
const fitting = ref(0);
const open = ref<Document>();
const words = ref('');
const settled = refDebounced(words, 250);
const passcode = ref('');
const said = ref<{ words: string; undo: () => Promise<unknown> }>();
const as = useStorage<'pictures' | 'list'>('courier-shelf-panel', 'pictures');
const back = useTemplateRef('back');
const paper = useTemplateRef('paper');
const shelves = computed<Shelf[]>(() => here.value?.shelves.filter((shelf) => shelf.folders.length) ?? []);
const nearlyFull = computed(() =>
  shelves.value.find(
    (shelf) =>
      shelf.nearlyFull && (!folder.value || (folder.value.deviceId ?? '') === (shelf.deviceId ?? '')),
  ),
);
const base = `/api/panel/${device}/shelf/documents`;
const path = { device };

async function look() {
  const seen = await props.panel.lookUp(() =>
    ask(api.GET('/api/panel/{device}/shelf', { params: { path } })),
  );
  if (!seen) return;
  here.value = seen;
  const now = folder.value;
  if (now)
    folder.value = shelves.value.flatMap((one) => one.folders).find((one) => keyOf(one) === keyOf(now));
}
let asked = 0;
async function read(more = false) {
  const at = folder.value;
  if (!at || at.locked) return;
  const mine = ++asked;
  const part = await props.panel.lookUp(() =>
    ask(
      api.GET('/api/panel/{device}/shelf/documents', {
        params: {
          path,
          query: {
            folder: at.id,
            device: at.deviceId ?? undefined,
            find: settled.value.trim() || undefined,
            from: more ? rows.value?.length : undefined,
            count: 30,
          },
        },
      }),
    ),
  );
  if (!part || folder.value !== at || mine !== asked) return;
  rows.value = more ? [...(rows.value ?? []), ...part.rows] : part.rows;
  fitting.value = part.fitting;
}
async function enter(one: Folder) {
  props.panel.touch();
  [folder.value, rows.value, words.value, said.value] = [one, undefined, '', undefined];
  await read();
}
async function unlock() {
  const id = folder.value!.id;
  const done = await props.panel.attempt(async () => {
    await ask(
      api.POST('/api/panel/{device}/shelf/folders/{folder}/open', {
        params: { path: { device, folder: id } },
        body: { passcode: passcode.value },
      }),
    );
    return true;
  });
  passcode.value = '';
  if (!done) return;
  await look();
  await read();
}
watch(settled, () => {
  props.panel.touch();
  void read();
});
function leave() {
  props.panel.touch();
  problem.value = undefined;
  if (paper.value?.back()) return;
  if (open.value) open.value = undefined;
  else if (folder.value) [folder.value, said.value] = [undefined, undefined];
  else emit('done');
}
async function changed(told?: { words: string; undo: () => Promise<unknown> }) {
  open.value = undefined;
  said.value = told;
  await look();
  await read();
}
async function undo() {
  const doing = said.value?.undo;
  said.value = undefined;
  if (!doing) return;
  await props.panel.attempt(doing);
  await look();
  await read();
}
async function renamed(document: Document) {
  open.value = document;
  await read();
}
onMounted(async () => {
  back.value?.focus();
  await look();
});
</script>

<template>
  <section class="choice-drawer" :aria-label="t('shelf.title')" @keydown.esc.stop="leave">
    <header>
      <h2>{{ open?.name ?? folder?.name ?? t('shelf.title') }}</h2>
      <button
        v-if="folder && !open && !folder.locked"
        type="button"
        class="key"
        :aria-pressed="as === 'list'"
        @click="as = as === 'list' ? 'pictures' : 'list'"
      >
        {{ t(as === 'list' ? 'shelf.pictures' : 'shelf.list') }}
      </button>
      <button ref="back" type="button" class="key" @click="leave">{{ t('panel.back') }}</button>
    </header>
    <p v-if="problem" class="wrong" role="alert">{{ problem.sentence }} {{ problem.remedy }}</p>
    <p v-if="said && !open" class="said" role="status">
      {{ said.words }}
      <button type="button" class="key" :disabled="busy" @click="undo">{{ t('shelf.undo') }}</button>
    </p>
    <ShelfPaper
      v-if="open"
      ref="paper"
      :panel="panel"
      :document="open"
      :shelves="shelves"
      :jobs="here?.jobs ?? []"
      @renamed="renamed"
      @changed="changed"
      @done="emit('done')"
    />
    <template v-else-if="!folder">
      <p v-if="nearlyFull" class="wrong">
        {{ t('shelf.full', { n: nearlyFull.documents, most: nearlyFull.mostDocuments }) }}
      </p>
      <div class="list shelves" tabindex="0" role="group" :aria-label="t('shelf.folders')">
        <section v-for="shelf in shelves" :key="shelf.deviceId ?? ''">
          <h3>{{ shelf.name || t('shelf.office') }}</h3>
          <ul>
            <li v-for="one in shelf.folders" :key="keyOf(one)">
              <button type="button" :disabled="busy" @click="enter(one)">
                <span class="name">{{ one.name }}</span>
                <span class="quiet">
                  {{ one.locked ? t('shelf.locked') : t('shelf.count', { n: one.documents })
                  }}<template v-if="one.own && !one.locked">, {{ t('shelf.own') }}</template>
                </span>
              </button>
            </li>
          </ul>
        </section>
        <p v-if="here && !shelves.length" class="quiet">{{ t('shelf.no-folders') }}</p>
      </div>
    </template>
    <form v-else-if="folder.locked" class="row" @submit.prevent="unlock">
      <input
        v-model="passcode"
        type="password"
        autocomplete="off"
        maxlength="64"
        :aria-label="t('shelf.passcode')"
        :placeholder="t('shelf.passcode')"
        @input="panel.touch()"
      />
      <button type="submit" class="key stamp" :disabled="busy || !passcode">{{ t('shelf.unlock') }}</button>
    </form>
    <template v-else>
      <input
        v-model="words"
        type="text"
        autocomplete="off"
        maxlength="60"
        :aria-label="t('shelf.find')"
        :placeholder="t('shelf.find')"
      />
      <ul
        v-if="rows?.length"
        class="list documents"
        :class="as"
        tabindex="0"
        :aria-label="t('shelf.documents')"
      >
        <li v-for="row in rows" :key="row.id">
          <button type="button" :disabled="busy" @click="(panel.touch(), (open = row))">
            <span v-if="as === 'pictures'" class="paper"
              ><DocumentPicture :document="row" :base="base"
            /></span>
            <span class="words">
              <span class="name">{{ row.name }}</span>
              <span class="quiet">
                <template v-if="row.pages">{{ t('mine.pages', { n: row.pages }) }}, </template
                >{{ when(row.addedAt) }}
              </span>
            </span>
          </button>
        </li>
        <li v-if="rows.length < fitting" class="more">
          <button type="button" class="key" :disabled="busy" @click="read(true)">
            {{ t('shelf.more') }}
          </button>
        </li>
      </ul>
      <p v-else-if="rows" class="quiet">{{ t(settled.trim() ? 'shelf.none-found' : 'shelf.none') }}</p>
    </template>
  </section>
</template>

<style scoped>
header h2 {
  flex: 1;
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.wrong {
  color: var(--failed);
  font-weight: 600;
}
.said {
  display: flex;
  gap: 14px;
  align-items: center;
  justify-content: space-between;
  padding: 4px 6px 4px 14px;
  background: var(--paper-0);
  font-size: 19px;
}
.row {
  display: flex;
  gap: 12px;
}
.row input {
  flex: 1;
}
.shelves {
  display: flex;
  flex-direction: column;
  gap: 16px;
}
h3 {
  margin: 0 0 8px;
  font-size: 20px;
}
.shelves ul {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 8px;
  margin: 0;
  padding: 0;
  list-style: none;
}
li button:not(.key) {
  display: flex;
  flex-direction: column;
  justify-content: flex-start;
  width: 100%;
  height: 100%;
  min-height: 72px;
  padding: 8px 14px;
  border: 1.5px solid var(--rule-2);
  border-radius: 3px;
  background: var(--paper-0);
  text-align: left;
  cursor: pointer;
}
.name,
.words > .quiet {
  display: block;
  overflow: hidden;
  text-overflow: ellipsis;
}
.name {
  font: 640 20px/25px var(--heading);
  font-stretch: 84%;
}
.quiet {
  font-size: 16px;
  line-height: 21px;
}
.pictures {
  display: grid;
  grid-template-columns: repeat(5, minmax(0, 1fr));
  gap: 8px;
}
.pictures li button:not(.key) {
  padding: 8px;
}
.pictures .name {
  display: -webkit-box;
  margin-top: 6px;
  font-size: 17px;
  line-height: 20px;
  overflow-wrap: anywhere;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 2;
}
.paper {
  flex: none;
  width: 100%;
  height: 150px;
}
.words {
  width: 100%;
}
ul.list:not(.pictures) {
  display: flex;
  flex-direction: column;
  gap: 6px;
}
ul.list:not(.pictures) li button:not(.key) {
  min-height: 60px;
}
.more {
  align-self: center;
}
@container panel (max-width: 900px) {
  .pictures {
    grid-template-columns: repeat(4, minmax(0, 1fr));
  }
  .paper {
    height: 110px;
  }
}
</style>
