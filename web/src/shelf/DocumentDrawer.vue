<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query';
import { computed, ref, watch } from 'vue';
import { api, ask } from '@/api/client';
import { useSession } from '@/app/session';
import ErrorNote from '@/shared/ErrorNote.vue';
import FormField from '@/shared/FormField.vue';
import { bytes, count, exact, when } from '@/shared/format';
import { useKeys } from '@/shared/keys';
import { useForm } from '@/shared/problems';
import { useToast } from '@/shared/toast';
import { partsOf, type Document } from './shelf';

/** A document of the shelf, looked at page by page and renamed. */
const props = defineProps<{ document: Document }>();
const emit = defineEmits<{ close: []; renamed: [document: Document] }>();
const { may } = useSession();
const { say } = useToast();
const queries = useQueryClient();
const { general, busy, attempt, clear } = useForm();
const open = computed({ get: () => true, set: (wanted) => wanted || emit('close') });
const page = ref(1);
const name = ref('');
const ending = computed(() => partsOf(props.document.name)[1]);
watch(
  () => props.document.id,
  () => {
    page.value = 1;
    name.value = partsOf(props.document.name)[0];
    clear();
  },
  { immediate: true },
);
const changed = computed(() => name.value !== partsOf(props.document.name)[0]);
const base = computed(() => `/api/shelf/documents/${props.document.id}`);
function turn(by: number) {
  page.value = Math.min(Math.max(1, page.value + by), Math.max(1, props.document.pages));
}
useKeys({ ArrowLeft: () => turn(-1), ArrowRight: () => turn(1) });

async function store(id: string, wanted: string) {
  const renamed = await ask(
    api.PUT('/api/shelf/documents/{id}/name', { params: { path: { id } }, body: { name: wanted } }),
  );
  await queries.invalidateQueries({ queryKey: ['shelf'] });
  return renamed;
}
async function rename() {
  const { id, name: before } = props.document;
  const renamed = await attempt(() => store(id, name.value + ending.value));
  if (!renamed) return;
  emit('renamed', renamed);
  say(`Renamed to ${renamed.name}.`, {
    label: 'Undo',
    run: async () => {
      const back = await attempt(() => store(id, before));
      if (!back) return;
      name.value = partsOf(back.name)[0];
      emit('renamed', back);
    },
  });
}
</script>

<template>
  <el-drawer v-model="open" :title="document.name" size="min(720px, 100%)" append-to-body>
    <ErrorNote :error="general" />
    <form v-if="may('ACT_ON_DELIVERIES')" class="rename" @submit.prevent="rename">
      <FormField v-slot="f" label="Name" name="name">
        <el-input
          :id="f.id"
          v-model="name"
          clearable
          maxlength="155"
          :aria-describedby="f.describedby"
          :aria-invalid="f.invalid"
        >
          <template v-if="ending" #append>{{ ending }}</template>
        </el-input>
      </FormField>
      <button type="submit" class="button ink" :disabled="busy || !changed">Rename</button>
    </form>
    <p class="small quiet">
      {{ document.pages ? count(document.pages, 'page') + ', ' : '' }}{{ bytes(document.bytes) }}. Added
      <span :title="exact(document.addedAt)">{{ when(document.addedAt) }}</span> by {{ document.addedBy
      }}<template v-if="document.endsAt">, deleted by itself {{ when(document.endsAt) }}</template
      >.
      <a class="link" :href="`${base}/file`" download>Download</a>
    </p>
    <template v-if="document.hasPicture">
      <div v-if="document.pages > 1" class="turn" role="group" aria-label="Pages">
        <button type="button" class="button" :disabled="page === 1" @click="turn(-1)">Previous page</button>
        <span aria-live="polite">Page {{ page }} of {{ document.pages }}</span>
        <button type="button" class="button" :disabled="page === document.pages" @click="turn(1)">
          Next page
        </button>
      </div>
      <img :src="`${base}/pages/${page}`" :alt="`Page ${page} of ${document.name}`" />
    </template>
    <p v-else class="empty-view">This file cannot be shown here. Download it to open it.</p>
  </el-drawer>
</template>

<style scoped>
.rename {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 12px;
  align-items: end;
}
.rename > .button {
  margin-bottom: 1px;
}
.turn {
  display: flex;
  gap: 14px;
  align-items: center;
  margin: 8px 0;
}
img {
  display: block;
  max-width: 100%;
  min-height: 300px;
  border: 1px solid var(--rule-2);
  background: #fff;
}
</style>
