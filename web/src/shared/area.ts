import { nextOf, useKeys } from './keys';
import { useLongList, type Part, type Wanted } from './longList';
import { useOne, type Kind } from './one';
import { computed } from 'vue';
import { useRouter } from 'vue-router';

/** One area of the set-up: a list, and one thing of it beside the list in a form. */
export interface Area<Row, View, Form> extends Kind<View, Form> {
  list: (wanted: Wanted, signal: AbortSignal) => Promise<Part<Row>>;
}

export function useArea<
  Row extends { id: string },
  View extends { id: string; name: string; version?: string },
  Form extends object,
>(area: Area<Row, View, Form>) {
  const router = useRouter();
  const list = useLongList(area.path, area.list);
  const one = useOne(area);

  function go(id: string) {
    void router.push(id ? `/${area.path}/${id}` : `/${area.path}`);
  }
  function move(step: number) {
    const next = nextOf(
      list.rows.value,
      list.rows.value.findIndex((row) => row.id === one.openId.value),
      step,
    );
    if (next) go(next.id);
  }
  useKeys({
    n: () => go('new'),
    j: () => move(1),
    k: () => move(-1),
    e: () => document.querySelector<HTMLElement>('.editor input, .editor textarea')?.focus(),
    Escape: () => go(''),
  });

  const error = computed(() => list.query.error.value ?? (one.there.value ? one.query.error.value : null));
  /** What `AreaLayout` has to know of it. */
  const frame = computed(() => ({
    newPath: `/${area.path}/new`,
    loading: list.query.isLoading.value,
    error: error.value,
    hasRows: list.total.value > 0,
    opened: one.isNew.value || one.open.value !== undefined,
    canDelete: !one.isNew.value,
    deleteName: one.open.value?.name ?? '',
    busy: one.busy.value,
    general: one.general.value,
    onRemove: one.remove,
    onClose: () => go(''),
  }));
  return { ...one, list, frame, go };
}
