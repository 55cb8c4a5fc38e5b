import { keepPreviousData, useInfiniteQuery } from '@tanstack/vue-query';
import { refDebounced } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import { useRoute } from 'vue-router';

/** What is wanted of a list that the server narrows, orders and hands over in parts. */
export interface Wanted {
  find?: string;
  sort?: string;
  attention?: boolean;
  from?: number;
  count?: number;
}
export interface Part<T> {
  rows: T[];
  total: number;
  attention: number;
  fitting: number;
}

const LONG = 30;
const SETTLED = 150;
/** What was wanted of each list last: who comes back to it finds it as it was left. */
const left = new Map<string, { words: string; sort: string; attention: boolean }>();

/** A list that may be long: what fits the typed words, a part of it at a time. @param key of its queries */
export function useLongList<T>(
  key: string,
  fetch: (wanted: Wanted, signal: AbortSignal) => Promise<Part<T>>,
) {
  const words = ref(left.get(key)?.words ?? '');
  const sort = ref(left.get(key)?.sort ?? '');
  const attention = ref(left.get(key)?.attention ?? false);
  watch([words, sort, attention], ([w, s, a]) => left.set(key, { words: w, sort: s, attention: a }));

  // A link may say what to look for.
  const route = useRoute();
  watch(
    () => route.query,
    ({ find, attention: only }) => {
      if (typeof find === 'string') [words.value, attention.value] = [find, false];
      if (only !== undefined) [words.value, attention.value] = ['', true];
    },
    { immediate: true },
  );

  const settled = refDebounced(words, SETTLED);
  const wanted = computed<Wanted>(() => ({
    find: settled.value.trim() || undefined,
    sort: sort.value || undefined,
    attention: attention.value || undefined,
  }));
  const query = useInfiniteQuery({
    queryKey: computed(() => [key, 'list', wanted.value]),
    // What is asked while somebody types on is dropped when the next is asked.
    queryFn: ({ pageParam, signal }) => fetch({ ...wanted.value, from: pageParam || undefined }, signal),
    initialPageParam: 0,
    getNextPageParam: (last, pages) => {
      const had = pages.reduce((sum, page) => sum + page.rows.length, 0);
      return last.rows.length && had < last.fitting ? had : undefined;
    },
    placeholderData: keepPreviousData,
  });
  const last = computed(() => query.data.value?.pages.at(-1));
  const rows = computed(() => query.data.value?.pages.flatMap((page) => page.rows) ?? []);
  const total = computed(() => last.value?.total ?? 0);
  return {
    query,
    words,
    attention,
    rows,
    total,
    /** How many of all need a person. */
    needing: computed(() => last.value?.attention ?? 0),
    hidden: computed(() => Math.max(0, (last.value?.fitting ?? 0) - rows.value.length)),
    /** Whether there is anything to narrow it down with: it is long, or it is narrowed down already. */
    canNarrow: computed(() => total.value > LONG || words.value !== '' || attention.value),
    showMore: () => void query.fetchNextPage(),
    /** `ascending`, `descending`, or `none` when it is in another order. */
    direction: (column: string) =>
      sort.value === column ? 'ascending' : sort.value === '-' + column ? 'descending' : 'none',
    orderBy: (column: string) => {
      sort.value = sort.value === column ? '-' + column : sort.value === '-' + column ? '' : column;
    },
  };
}
export type LongList = Omit<ReturnType<typeof useLongList<unknown>>, 'query'>;
