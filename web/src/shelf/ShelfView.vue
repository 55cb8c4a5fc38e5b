<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { useIntersectionObserver, useStorage } from '@vueuse/core';
import { computed, ref, useTemplateRef, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, ask } from '@/api/client';
import { useSession } from '@/app/session';
import ChoiceRow from '@/shared/ChoiceRow.vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import { count, figure } from '@/shared/format';
import { usePicked } from '@/shared/picked';
import PickedBar from '@/shared/PickedBar.vue';
import { useForm } from '@/shared/problems';
import TickBox from '@/shared/TickBox.vue';
import TextField from '@/shared/TextField.vue';
import TitleBar from '@/shared/TitleBar.vue';
import { useToast } from '@/shared/toast';
import DocumentDrawer from './DocumentDrawer.vue';
import DocumentList from './DocumentList.vue';
import FolderDialog from './FolderDialog.vue';
import FolderList from './FolderList.vue';
import ToFolder from './ToFolder.vue';
import { keyOf, placeOf, SORTS, useDocuments, type Document, type Folder, type Place } from './shelf';

/** Documents that stay: of the office, and of each device. */
const route = useRoute();
const router = useRouter();
const queries = useQueryClient();
const { may } = useSession();
const { say } = useToast();
const { general, busy, attempt } = useForm();
const shelves = useQuery({ queryKey: ['shelf', 'folders'], queryFn: () => ask(api.GET('/api/shelf')) });
const all = computed(() => shelves.data.value ?? []);
const folders = computed(() => all.value.flatMap((shelf) => shelf.folders));
const asked = computed(() =>
  keyOf({ id: String(route.params.folder ?? ''), deviceId: String(route.query.device ?? '') }),
);
const folder = computed<Folder | undefined>(
  () =>
    folders.value.find((one) => keyOf(one) === asked.value) ??
    // A link may say no device.
    folders.value.find((one) => one.id === route.params.folder && !route.query.device) ??
    (route.params.folder ? undefined : folders.value.find((one) => one.opens && !one.locked)),
);
const reads = computed(() => may('OPEN_PAGES'));
const readable = computed(() => (reads.value ? folder.value : undefined));
const list = useDocuments(readable);
const picked = usePicked({
  rows: list.rows,
  hidden: ref(0),
  words: list.words,
  attention: ref(false),
});
watch(list.deleted, () => picked.pick([]));
const as = useStorage<'pictures' | 'list'>('courier-shelf', 'pictures');
const WAYS: { value: 'pictures' | 'list'; words: string }[] = [
  { value: 'pictures', words: 'Pictures' },
  { value: 'list', words: 'List' },
];
const opened = ref<Document>();
const editing = ref<string>();
const dialog = ref(false);
const acting = ref<'Move' | 'Copy'>('Move');
const choosing = ref(false);
const passcode = ref('');
const bringing = ref<{ done: number; of: number }>();
const over = ref(false);

const end = useTemplateRef('end');
useIntersectionObserver(end, ([seen]) => {
  if (seen?.isIntersecting && list.query.hasNextPage.value && !list.query.isFetching.value)
    void list.query.fetchNextPage();
});

const title = computed(() => {
  const documents = all.value.reduce((sum, shelf) => sum + shelf.documents, 0);
  return documents ? `${count(documents, 'document')} on the shelf` : 'Shelf';
});
function choose(one: Folder) {
  picked.pick([]);
  void router.push({ path: `/shelf/${one.id}`, query: { device: one.deviceId ?? undefined } });
}
function edit(id?: string) {
  editing.value = id;
  dialog.value = true;
}
function show(id: string) {
  const made = folders.value.find((one) => one.id === id);
  if (made) choose(made);
}
const refresh = () => queries.invalidateQueries({ queryKey: ['shelf'] });

async function unlock() {
  const id = folder.value!.id;
  const done = await attempt(async () => {
    await ask(
      api.POST('/api/shelf/folders/{id}/open', {
        params: { path: { id } },
        body: { passcode: passcode.value },
      }),
    );
    return true;
  });
  if (!done) return;
  passcode.value = '';
  await refresh();
}

/** Does something to what is chosen, and offers to take it back. */
async function act(doing: () => Promise<() => Promise<unknown>>, words: string) {
  const back = await attempt(doing);
  if (!back) return;
  choosing.value = false;
  picked.pick([]);
  say(words, {
    label: 'Undo',
    run: async () => {
      await attempt(back);
      await refresh();
    },
  });
  await refresh();
}
const chosen = computed(() => picked.body.value.ids ?? []);
const words = computed(() => count(picked.number.value, 'document'));
const restore = (ids: string[]) => ask(api.POST('/api/shelf/documents/restore', { body: { ids } }));
const remove = (ids: string[]) => ask(api.POST('/api/shelf/documents/delete', { body: { ids } }));
const move = (ids: string[], to: Place) => ask(api.POST('/api/shelf/documents/move', { body: { ids, to } }));
function restoreChosen() {
  const ids = chosen.value;
  return act(async () => {
    await restore(ids);
    return () => remove(ids);
  }, `${words.value} restored.`);
}
function removeChosen() {
  const ids = chosen.value;
  return act(async () => {
    await remove(ids);
    return () => restore(ids);
  }, `${words.value} deleted.`);
}
function goTo(to: Place, name: string) {
  const ids = chosen.value;
  const from = placeOf(folder.value!);
  return acting.value === 'Move'
    ? act(async () => {
        await move(ids, to);
        return () => move(ids, from);
      }, `${words.value} moved to ${name}.`)
    : act(async () => {
        const copies = await ask(api.POST('/api/shelf/documents/copy', { body: { ids, to } }));
        return () => remove(copies);
      }, `${words.value} copied to ${name}.`);
}

async function bring(files: FileList | null | undefined) {
  const brought = [...(files ?? [])];
  const to = folder.value;
  if (!brought.length || !to || bringing.value) return;
  let there = 0;
  for (const file of brought) {
    bringing.value = { done: there, of: brought.length };
    const kept = await attempt(() =>
      ask(
        api.POST('/api/shelf/documents', {
          params: { query: { folder: to.id, device: to.deviceId ?? undefined } },
          body: {} as never,
          bodySerializer: () => {
            const body = new FormData();
            body.append('file', file);
            return body;
          },
        }),
      ),
    );
    // What is wrong with one is said; the rest is not tried against it.
    if (!kept) break;
    there++;
  }
  bringing.value = undefined;
  if (there) say(`${count(there, 'document')} added to ${to.name}.`);
  await refresh();
}
function choseFiles(event: Event) {
  const input = event.target as HTMLInputElement;
  void bring(input.files).then(() => (input.value = ''));
}
function dropped(event: DragEvent) {
  over.value = false;
  void bring(event.dataTransfer?.files);
}
const canChange = computed(() => may('ACT_ON_DELIVERIES') && reads.value);
</script>

<template>
  <TitleBar :title="title" hint="Forms and papers that stay where people find them">
    <button v-if="may('CHANGE_SETUP')" type="button" class="button" @click="edit()">New folder</button>
    <label v-if="canChange && folder?.opens && !folder.locked" class="button ink add">
      {{ bringing ? `Adding ${bringing.done + 1} of ${bringing.of} ...` : 'Add documents' }}
      <input
        type="file"
        multiple
        accept=".pdf,.jpg,.jpeg,.png,.tif,.tiff"
        :disabled="Boolean(bringing)"
        @change="choseFiles"
      />
    </label>
  </TitleBar>
  <ErrorNote :error="shelves.error.value ?? general" />
  <p v-if="shelves.isSuccess.value && !folders.length" class="empty-view">
    No folder yet. Documents are scanned into folders, or added here, and found at devices and at the desk.
    <button v-if="may('CHANGE_SETUP')" type="button" class="link" @click="edit()">Make a folder</button>
  </p>
  <div v-else class="shelf">
    <FolderList
      :shelves="all.filter((one) => one.folders.length)"
      :chosen="folder && keyOf(folder)"
      @choose="choose"
    />
    <section
      v-if="folder"
      class="documents"
      :class="{ over }"
      :aria-label="folder.name"
      @dragover.prevent="over = canChange"
      @dragleave="over = false"
      @drop.prevent="canChange && dropped($event)"
    >
      <div class="head">
        <h2>{{ folder.name }}</h2>
        <span v-if="folder.keepDays" class="quiet small">kept {{ count(folder.keepDays, 'day') }}</span>
        <button v-if="may('CHANGE_SETUP')" type="button" class="link small" @click="edit(folder.id)">
          Change folder
        </button>
      </div>
      <p v-if="!folder.opens" class="empty-view">
        {{ count(folder.documents, 'document') }}. Each person sees their own, at a device.
      </p>
      <p v-else-if="!reads" class="empty-view">
        {{ count(folder.documents, 'document') }}. Your account does not open documents.
      </p>
      <form v-else-if="folder.locked" class="passcode" @submit.prevent="unlock">
        <TextField v-model="passcode" type="password" label="Passcode of the folder" name="passcode" />
        <button type="submit" class="button ink" :disabled="busy || !passcode">Open</button>
      </form>
      <template v-else>
        <div class="tools">
          <el-input
            v-model="list.words.value"
            type="search"
            clearable
            placeholder="Words of the name or the text"
            aria-label="Find documents"
          />
          <el-select v-model="list.sort.value" aria-label="Order">
            <el-option v-for="one in SORTS" :key="one.value" :value="one.value" :label="one.words" />
          </el-select>
          <ChoiceRow v-if="!list.deleted.value" v-model="as" label="Shown as" :options="WAYS" />
          <TickBox v-if="canChange" v-model="list.deleted.value" words="Deleted" />
        </div>
        <PickedBar :picked="picked" :words="words">
          <button
            v-if="list.deleted.value"
            type="button"
            class="link"
            :disabled="busy"
            @click="restoreChosen"
          >
            Restore
          </button>
          <template v-else>
            <button type="button" class="link" @click="((acting = 'Move'), (choosing = true))">Move</button>
            <button type="button" class="link" @click="((acting = 'Copy'), (choosing = true))">Copy</button>
            <button type="button" class="link delete" :disabled="busy" @click="removeChosen">Delete</button>
          </template>
        </PickedBar>
        <ErrorNote :error="list.query.error.value" />
        <DocumentList
          v-if="list.rows.value.length"
          :parts="list.parts.value"
          :picked="picked"
          :as="list.deleted.value ? 'list' : as"
          :gone="list.deleted.value"
          :picks="canChange"
          @open="opened = $event"
        />
        <p v-else-if="list.query.isSuccess.value" class="empty-view">
          {{
            list.deleted.value
              ? 'Nothing was deleted here in the last day.'
              : list.settled.value.trim()
                ? 'No document has these words.'
                : 'No document yet. Drop files here, or scan with a job that goes to this folder.'
          }}
        </p>
        <p ref="end" class="caption" aria-live="polite">
          <template v-if="list.rows.value.length < list.fitting.value">
            {{ figure(list.rows.value.length) }} of {{ figure(list.fitting.value) }}
            <button type="button" class="link" @click="list.query.fetchNextPage()">Show more</button>
          </template>
        </p>
      </template>
    </section>
    <p v-else-if="route.params.folder && shelves.isSuccess.value" class="empty-view">
      This folder is not there any more.
    </p>
  </div>
  <DocumentDrawer v-if="opened" :document="opened" @close="opened = undefined" @renamed="opened = $event" />
  <FolderDialog :id="editing" v-model="dialog" @saved="show" />
  <ToFolder
    v-model="choosing"
    :act="acting"
    :words="words"
    :shelves="all"
    :from="folder ? keyOf(folder) : ''"
    :busy="busy"
    @go="goTo"
  />
</template>

<style scoped>
.shelf {
  display: grid;
  grid-template-columns: 270px minmax(0, 1fr);
  gap: 24px;
  padding-top: 14px;
}
.documents.over {
  outline: 2px dashed var(--stamp);
  outline-offset: 6px;
}
.head {
  display: flex;
  gap: 14px;
  align-items: baseline;
}
h2 {
  margin: 0;
}
.head .link {
  margin-left: auto;
}
.tools {
  display: grid;
  grid-template-columns: minmax(160px, 1fr) 180px auto auto;
  align-items: center;
  gap: 12px;
  padding: 8px 0;
}
.passcode {
  display: flex;
  gap: 12px;
  align-items: end;
  max-width: 420px;
  padding: 12px 0;
}
.delete {
  color: var(--failed);
}
.add {
  position: relative;
  overflow: hidden;
}
.add input {
  position: absolute;
  inset: 0;
  opacity: 0;
  cursor: pointer;
}
.add:focus-within {
  outline: 2px solid var(--stamp);
  outline-offset: 2px;
}
@media (max-width: 900px) {
  .shelf {
    grid-template-columns: minmax(0, 1fr);
  }
  .tools {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  }
}
</style>
