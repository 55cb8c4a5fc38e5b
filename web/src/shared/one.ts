import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed, ref, watch, type Ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useLeaving } from './leaving';
import { useForm } from './problems';
import { useUndo } from './undo';

/** What one thing of the set-up is read, shown and stored by. */
export interface Kind<View, Form> {
  /** Path of its area, also the key of its queries. */
  path: string;
  /** Of what there is only one: how its path calls it. */
  only?: string;
  one: (id: string) => Promise<View>;
  add: (form: Form) => Promise<View>;
  /** @param version of what was looked at; empty to replace whatever is stored */
  change: (id: string, form: Form, version: string) => Promise<View>;
  remove: (id: string) => Promise<unknown>;
  blank: () => Form;
  formOf: (view: View) => Form;
  /** What is said when it was saved; its name and "saved" otherwise. */
  saidOf?: (view: View) => string;
}

const copy = <T>(value: T) => JSON.parse(JSON.stringify(value)) as T;

/** The header by which the server is told what was looked at. */
export const ifMatch = (version: string) => (version ? { 'If-Match': version } : {});

/**
 * One thing of the set-up in a form: opened by the path, saved, deleted, undone. What somebody else saves meanwhile is taken over
 * where nothing was typed; otherwise it is asked about when this is saved.
 */
export function useOne<View extends { id: string; name: string; version?: string }, Form extends object>(
  kind: Kind<View, Form>,
) {
  const route = useRoute();
  const router = useRouter();
  const queries = useQueryClient();
  const { sayWithUndo } = useUndo();
  const openId = computed(() => kind.only ?? (typeof route.params.id === 'string' ? route.params.id : ''));
  const isNew = computed(() => openId.value === 'new');
  const there = computed(() => openId.value !== '' && !isNew.value);
  const query = useQuery({
    queryKey: computed(() => [kind.path, 'one', openId.value]),
    queryFn: () => kind.one(openId.value),
    enabled: there,
    placeholderData: keepPreviousData,
  });
  const keyOf = (view: View) => [kind.path, 'one', kind.only ?? view.id];
  /** The last one stays until the next is there. */
  const open = computed(() => (there.value ? query.data.value : undefined));
  /** Before that nobody can type into the form of what is still on its way, or delete it. */
  const ready = computed(() => isNew.value || open.value !== undefined);
  const form = ref(kind.blank()) as Ref<Form>;
  const before = ref(JSON.stringify(form.value));
  const dirty = computed(() => JSON.stringify(form.value) !== before.value);
  /** Of what the form was filled from. */
  let version = '';
  /** What stands in the form is kept elsewhere, as a draft or in a copy. */
  const kept = ref('');
  const settled = () => (kept.value = JSON.stringify(form.value));
  let saving: Promise<unknown> | undefined;
  useLeaving(
    computed(() => dirty.value && JSON.stringify(form.value) !== kept.value),
    () => saving,
  );

  /** Puts something else into the form, to be saved. @param base the version that it was made from */
  function fill(other: View, base: string) {
    form.value = kind.formOf(copy(other));
    version = base;
  }

  function show(view: View | undefined) {
    form.value = view ? kind.formOf(copy(view)) : kind.blank();
    before.value = JSON.stringify(form.value);
    version = view?.version ?? '';
  }

  /** Follows a change elsewhere that is no edit of this form: what was typed stays, and nothing counts as typed. */
  function amend(change: (form: Form) => void) {
    const kept = JSON.parse(before.value) as Form;
    change(kept);
    before.value = JSON.stringify(kept);
    change(form.value);
  }

  let stored: View | undefined;
  const state = useForm({
    theirs: async () => {
      stored = await kind.one(openId.value);
      return kind.formOf(copy(stored));
    },
    mine: () => form.value,
    take: () => {
      if (stored) queries.setQueryData(keyOf(stored), stored);
      show(stored);
    },
    insist: () => {
      version = stored?.version ?? '';
      void save();
    },
  });

  function reset() {
    show(open.value);
    state.clear();
  }
  watch([openId, () => open.value?.id], reset, { immediate: true });
  // Somebody else's change is taken over only where nothing was typed.
  watch(open, () => !dirty.value && reset());

  async function save(): Promise<View | undefined> {
    const wasNew = isNew.value;
    const id = openId.value;
    const attempt = state
      .attempt(() => (wasNew ? kind.add(form.value) : kind.change(id, form.value, version)))
      .then((saved) => {
        if (!saved) return undefined;
        queries.setQueryData(keyOf(saved), saved);
        show(saved);
        return saved;
      })
      .finally(() => (saving = undefined));
    saving = attempt;
    const saved = await attempt;
    if (!saved) return undefined;
    await queries.invalidateQueries({ queryKey: [kind.path] });
    if (wasNew) await router.push(`/${kind.path}/${saved.id}`);
    const words = wasNew ? `${saved.name} created.` : (kind.saidOf?.(saved) ?? `${saved.name} saved.`);
    void sayWithUndo(words, saved.id, () => wasNew && leave(saved.id));
    return saved;
  }

  /** What was created is gone again. */
  function leave(id: string) {
    if (openId.value === id) void router.push(`/${kind.path}`);
  }

  async function remove() {
    const gone = open.value;
    if (!gone) return;
    const done = await state.attempt(async () => {
      await kind.remove(gone.id);
      return true;
    });
    if (!done) return;
    settled();
    await router.push(`/${kind.path}`);
    queries.removeQueries({ queryKey: [kind.path, 'one', gone.id] });
    void sayWithUndo(`${gone.name} deleted.`, gone.id, () => router.push(`/${kind.path}/${gone.id}`));
    await queries.invalidateQueries();
  }

  /** Nothing is done to one while another is still on its way. */
  const busy = computed(() => state.busy.value || (there.value && query.isPlaceholderData.value));
  return {
    query,
    openId,
    isNew,
    there,
    ready,
    open,
    form,
    dirty,
    save,
    remove,
    reset,
    amend,
    fill,
    settled,
    versionShown: () => version,
    ...state,
    busy,
  };
}

export type One<
  View extends { id: string; name: string; version?: string },
  Form extends object,
> = ReturnType<typeof useOne<View, Form>>;
