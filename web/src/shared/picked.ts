import { computed, ref, watch, type Ref } from 'vue';

/** The rows of a list that something shall be done with: chosen one by one, or all that the list would show. */
export function usePicked(list: {
  rows: Ref<{ id: string }[]>;
  hidden: Ref<number>;
  words: Ref<string>;
  attention: Ref<boolean>;
}) {
  const ids = ref<string[]>([]);
  const everything = ref(false);
  const shownIds = computed(() => list.rows.value.map((row) => row.id));
  const allShown = computed(
    () => ids.value.length > 0 && shownIds.value.every((id) => ids.value.includes(id)),
  );
  const fitting = computed(() => list.rows.value.length + list.hidden.value);
  function pick(wanted: string[]) {
    ids.value = wanted;
    everything.value = false;
  }
  // What is looked for next is something else.
  watch([list.words, list.attention], () => pick([]));
  return {
    has: (id: string) => ids.value.includes(id),
    set: (id: string, wanted: boolean) =>
      pick(wanted ? [...ids.value, id] : ids.value.filter((one) => one !== id)),
    pick,
    allShown,
    fitting,
    shownIds,
    number: computed(() => (everything.value ? fitting.value : ids.value.length)),
    /** Whether there are more that fit than are shown, and they are not chosen yet. */
    canHaveAll: computed(() => allShown.value && !everything.value && list.hidden.value > 0),
    takeAll: () => (everything.value = true),
    /** As the server takes it. */
    body: computed(() =>
      everything.value
        ? {
            all: true,
            find: list.words.value.trim() || undefined,
            attention: list.attention.value || undefined,
          }
        : { ids: ids.value },
    ),
  };
}

export type Picked = ReturnType<typeof usePicked>;
