<script setup lang="ts">
import { useInfiniteQuery, useQueryClient } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { api, ask } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import TextField from '@/shared/TextField.vue';
import { bytes, when } from '@/shared/format';
import { useForm } from '@/shared/problems';

/** A look into a destination's folders, from its root down; and a new folder. */
const props = defineProps<{ id: string; name: string }>();
const emit = defineEmits<{ close: [] }>();
const queries = useQueryClient();
const { general, busy, attempt } = useForm();
const path = ref('');
const newName = ref('');
const shown = ref(true);

const key = computed(() => ['destinations', props.id, 'folders', path.value]);
const list = useInfiniteQuery({
  queryKey: key,
  queryFn: ({ pageParam }) =>
    ask(
      api.GET('/api/destinations/{id}/folders', {
        params: { path: { id: props.id }, query: { path: path.value, after: pageParam } },
      }),
    ),
  initialPageParam: '',
  getNextPageParam: (last) => (last.more ? last.entries.at(-1)?.name : undefined),
  retry: false,
});
const entries = computed(() => list.data.value?.pages.flatMap((page) => page.entries) ?? []);
const crumbs = computed(() => path.value.split('/').filter(Boolean));

function into(name: string) {
  path.value = [...crumbs.value, name].join('/');
}
async function make() {
  const done = await attempt(() =>
    ask(
      api.POST('/api/destinations/{id}/folders', {
        params: { path: { id: props.id } },
        body: { path: path.value, name: newName.value },
      }),
    ),
  );
  if (!done) return;
  newName.value = '';
  await queries.invalidateQueries({ queryKey: key.value });
}
</script>

<template>
  <el-dialog v-model="shown" :title="`Inside ${name}`" width="min(680px, 94vw)" @closed="emit('close')">
    <nav aria-label="Folder">
      <button type="button" class="link" @click="path = ''">{{ name }}</button>
      <template v-for="(crumb, i) in crumbs" :key="i">
        /
        <button type="button" class="link" @click="path = crumbs.slice(0, i + 1).join('/')">
          {{ crumb }}
        </button>
      </template>
    </nav>
    <ErrorNote :error="list.error.value ?? general" />
    <p v-if="list.isLoading.value" class="quiet small" role="status">looking ...</p>
    <table v-else-if="entries.length" class="table">
      <thead>
        <tr>
          <th scope="col">Name</th>
          <th scope="col" class="number">Size</th>
          <th scope="col">Changed</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="entry in entries" :key="entry.name">
          <td>
            <button v-if="entry.folder" type="button" class="link" @click="into(entry.name)">
              {{ entry.name }}/
            </button>
            <span v-else class="mono">{{ entry.name }}</span>
          </td>
          <td class="number">{{ entry.folder ? '' : bytes(entry.bytes) }}</td>
          <td class="quiet small">{{ entry.changedAt.startsWith('1970') ? '' : when(entry.changedAt) }}</td>
        </tr>
      </tbody>
    </table>
    <p v-else-if="!list.error.value" class="quiet small">This folder is empty.</p>
    <p v-if="list.hasNextPage.value" class="more">
      <button type="button" class="button" @click="list.fetchNextPage()">Show more</button>
    </p>
    <form class="new" @submit.prevent="make">
      <TextField v-model="newName" :maxlength="80" label="New folder here" name="name" />
      <button type="submit" class="button" :disabled="busy || !newName.trim()">Make it</button>
    </form>
  </el-dialog>
</template>

<style scoped>
nav {
  margin-bottom: 8px;
}
.new {
  display: flex;
  gap: 10px;
  align-items: end;
  margin-top: 14px;
}
.more {
  margin-top: 8px;
}
</style>
