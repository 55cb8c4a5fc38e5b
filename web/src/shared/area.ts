import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed, ref, watch, type Ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { nextOf, useKeys } from './keys';
import { useLongList, type Part, type Wanted } from './longList';
import { useForm } from './problems';
import { useToast } from './toast';

/** One area of the set-up: a list, and one thing of it beside the list in a form. */
export interface Area<Row, View, Form> {
  /** Path of the area, also the key of its queries. */
  path: string;
  list: (wanted: Wanted, signal: AbortSignal) => Promise<Part<Row>>;
  one: (id: string) => Promise<View>;
  add: (form: Form) => Promise<View>;
  change: (id: string, form: Form) => Promise<View>;
  remove: (id: string) => Promise<unknown>;
  blank: () => Form;
  formOf: (view: View) => Form;
}

export function useArea<
  Row extends { id: string },
  View extends { id: string; name: string },
  Form extends object,
>(area: Area<Row, View, Form>) {
  const route = useRoute();
  const router = useRouter();
  const queries = useQueryClient();
  const { say } = useToast();
  const state = useForm();
  const list = useLongList(area.path, area.list);
  const openId = computed(() => (typeof route.params.id === 'string' ? route.params.id : ''));
  const isNew = computed(() => openId.value === 'new');
  const there = computed(() => openId.value !== '' && !isNew.value);
  const one = useQuery({
    queryKey: computed(() => [area.path, 'one', openId.value]),
    queryFn: () => area.one(openId.value),
    enabled: there,
    placeholderData: keepPreviousData,
  });
  /** The last one stays until the next is there. */
  const open = computed(() => (there.value ? one.data.value : undefined));
  const form = ref(area.blank()) as Ref<Form>;
  const before = ref('');
  const dirty = computed(() => JSON.stringify(form.value) !== before.value);

  function reset() {
    form.value = open.value ? area.formOf(open.value) : area.blank();
    before.value = JSON.stringify(form.value);
    state.clear();
  }
  watch([openId, () => open.value?.id], reset, { immediate: true });
  // Somebody else's change is taken over only where nothing was typed.
  watch(open, () => !dirty.value && reset());

  async function save() {
    const wasNew = isNew.value;
    const saved = await state.attempt(() =>
      wasNew ? area.add(form.value) : area.change(open.value?.id ?? '', form.value),
    );
    if (!saved) return undefined;
    queries.setQueryData([area.path, 'one', saved.id], saved);
    await queries.invalidateQueries({ queryKey: [area.path] });
    form.value = area.formOf(saved);
    before.value = JSON.stringify(form.value);
    if (wasNew) await router.push(`/${area.path}/${saved.id}`);
    say(wasNew ? `${saved.name} created.` : `${saved.name} saved.`);
    return saved;
  }

  async function remove() {
    const gone = open.value;
    if (!gone) return;
    const done = await state.attempt(async () => {
      await area.remove(gone.id);
      return true;
    });
    if (!done) return;
    await router.push(`/${area.path}`);
    queries.removeQueries({ queryKey: [area.path, 'one', gone.id] });
    say(`${gone.name} deleted.`);
    await queries.invalidateQueries();
  }

  function go(id: string) {
    void router.push(id ? `/${area.path}/${id}` : `/${area.path}`);
  }
  function move(step: number) {
    const next = nextOf(
      list.rows.value,
      list.rows.value.findIndex((row) => row.id === openId.value),
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

  /** Nothing is done to one while another is still on its way. */
  const busy = computed(() => state.busy.value || (there.value && one.isPlaceholderData.value));
  const error = computed(() => list.query.error.value ?? (there.value ? one.error.value : null));
  return {
    list,
    loading: list.query.isLoading,
    error,
    openId,
    isNew,
    open,
    form,
    dirty,
    save,
    remove,
    reset,
    go,
    ...state,
    busy,
  };
}
