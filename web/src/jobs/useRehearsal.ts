import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/vue-query';
import { refDebounced } from '@vueuse/core';
import { computed, ref, type Ref } from 'vue';
import { api, ask, Problem, type Schemas } from '@/api/client';
import { newId } from '@/shared/ids';

export type Rehearsal = Schemas['Rehearsal'];

/** Far more than results that can still be shown have. */
const MOST_PICTURES = 400;

/** A page of one's own, and the file that it came in. */
interface Own {
  page: string;
  label: string;
  file: File;
  chosen: boolean;
}

/**
 * A job tried on pages again at each change.
 *
 * @param job as it is to be; undefined where it cannot be tried yet
 */
export function useRehearsal(job: Ref<Schemas['JobForm'] | undefined>, id: Ref<string | null>) {
  const samples = ref(['letter', 'back', 'form', 'manifest', 'receipt', 'photo']);
  const own = ref<Own[]>([]);
  const pages = computed(() => [
    ...samples.value,
    ...own.value.filter((page) => page.chosen).map((page) => page.page),
  ]);
  /** So that the server ends what was still being made for the state before. */
  const desk = newId();
  /** Empty while there is nothing to try. */
  const order = refDebounced(
    computed(() =>
      job.value && pages.value.length
        ? JSON.stringify({ job: job.value, jobId: id.value, pages: pages.value })
        : '',
    ),
    150,
  );
  const took = ref(0);
  /** By their ids; what is here does not come again. */
  const pictures = new Map<string, string>();
  const picture = (shown: Schemas['Shown']) => shown.url ?? pictures.get(shown.id) ?? '';

  async function keep(files: File[]) {
    const found: Own[] = [];
    for (const file of files) {
      const kept = await ask(
        api.POST('/api/rehearsals/pages', {
          params: { query: { dpi: 200 } },
          body: {} as never,
          bodySerializer: () => {
            const body = new FormData();
            body.append('files', file);
            return body;
          },
        }),
      );
      found.push(...kept.map((page) => ({ ...page, file, chosen: true })));
    }
    return found;
  }
  const bring = useMutation({
    mutationFn: async (files: File[]) => {
      own.value = [...own.value, ...(await keep(files))];
    },
  });

  /** None where a later change has replaced this one. */
  async function rehearse(wanted: Schemas['RehearsalOrder'], signal: AbortSignal) {
    const known = [...pictures.keys()];
    const made =
      (await ask(api.POST('/api/rehearsals', { body: { ...wanted, desk, known }, signal }))) ?? null;
    for (const page of made?.pages ?? [])
      for (const picture of [page.before, ...page.after])
        if (picture.url) pictures.set(picture.id, picture.url);
    for (const oldest of [...pictures.keys()].slice(0, -MOST_PICTURES)) pictures.delete(oldest);
    return made;
  }

  const queries = useQueryClient();
  const query = useQuery({
    queryKey: computed(() => ['rehearsal', order.value]),
    enabled: computed(() => order.value !== ''),
    queryFn: async ({ signal, queryKey }) => {
      const began = performance.now();
      const wanted = JSON.parse(order.value) as Schemas['RehearsalOrder'];
      // Pages are seen first; the very files come afterwards where making them takes long.
      const first = await rehearse({ ...wanted, early: true }, signal);
      if (!first || first.exact) {
        took.value = (performance.now() - began) / 1000;
        return first;
      }
      queries.setQueryData(queryKey, first);
      const made = await rehearse(wanted, signal);
      took.value = (performance.now() - began) / 1000;
      return made;
    },
    retry: (tried, error) => {
      const code = error instanceof Problem ? error.code : '';
      // They are kept for an hour, and at one instance.
      if (code === 'rehearsal.pages-gone' && tried < 1) {
        const files = [...new Set(own.value.map((page) => page.file))];
        void keep(files).then((again) => (own.value = again));
      }
      return false;
    },
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 60_000,
  });
  return { samples, own, pages, bring, query, took, picture };
}
