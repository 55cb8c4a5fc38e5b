import { keepPreviousData, useInfiniteQuery } from '@tanstack/vue-query';
import { refDebounced } from '@vueuse/core';
import { computed, ref, watch, type Ref } from 'vue';
import { api, ask, type Schemas } from '@/api/client';

export type Shelf = Schemas['ShelfView'];
export type Folder = Schemas['ShelfFolderRow'];
export type Document = Schemas['ShelfDocument'];
export type Place = Schemas['ShelfPlace'];

/** What a folder at one shelf is told from others by. */
export const keyOf = (place: { id: string; deviceId?: string | null }) =>
  `${place.id}.${place.deviceId ?? ''}`;
export const placeOf = (folder: Folder): Place => ({ folderId: folder.id, deviceId: folder.deviceId });
export const shelfName = (shelf: Shelf) => shelf.name || 'The office';

/** The name without its ending, and the ending. */
export function partsOf(name: string): [string, string] {
  const dot = name.lastIndexOf('.');
  return dot > 0 && name.length - dot <= 6 ? [name.slice(0, dot), name.slice(dot)] : [name, ''];
}

export const SORTS = [
  { value: '-added', words: 'Newest first' },
  { value: 'added', words: 'Oldest first' },
  { value: 'name', words: 'Name' },
  { value: '-bytes', words: 'Largest first' },
  { value: '-pages', words: 'Most pages first' },
];

/** Documents of a folder that fit what is typed, a part of them at a time. */
export function useDocuments(folder: Ref<Folder | undefined>) {
  const words = ref('');
  const sort = ref('-added');
  /** What was deleted within a day, instead of what is there. */
  const deleted = ref(false);
  const settled = refDebounced(words, 150);
  watch(
    () => folder.value && keyOf(folder.value),
    () => ([words.value, deleted.value] = ['', false]),
  );
  const query = useInfiniteQuery({
    queryKey: computed(() => [
      'shelf',
      'documents',
      folder.value && keyOf(folder.value),
      settled.value.trim(),
      sort.value,
      deleted.value,
    ]),
    queryFn: ({ pageParam, signal }) =>
      ask(
        api.GET('/api/shelf/documents', {
          params: {
            query: {
              folder: folder.value!.id,
              device: folder.value!.deviceId ?? undefined,
              find: settled.value.trim() || undefined,
              sort: sort.value,
              deleted: deleted.value || undefined,
              from: pageParam || undefined,
            },
          },
          signal,
        }),
      ),
    enabled: computed(() => Boolean(folder.value?.opens && !folder.value.locked)),
    initialPageParam: 0,
    getNextPageParam: (last, pages) => {
      const had = pages.reduce((sum, page) => sum + page.rows.length, 0);
      return last.rows.length && had < last.fitting ? had : undefined;
    },
    // Those of another folder would stand under its name.
    placeholderData: (before, beforeQuery) =>
      beforeQuery?.queryKey[2] === (folder.value && keyOf(folder.value))
        ? keepPreviousData(before)
        : undefined,
  });
  /** As they came, so that what comes later changes none of what is there. */
  const parts = computed(() => query.data.value?.pages.map((page) => page.rows) ?? []);
  const rows = computed(() => parts.value.flat());
  const fitting = computed(() => query.data.value?.pages.at(-1)?.fitting ?? 0);
  return { query, words, settled, sort, deleted, parts, rows, fitting };
}
