import { computed, ref, watch, type Ref } from 'vue';

const STEP = 100;
const LONG = 30;

/** A list that may be long: what fits the typed words, a part of it at a time. */
export function useLongList<T>(rows: Ref<T[]>, textOf: (row: T) => string) {
  const words = ref('');
  const most = ref(STEP);
  const fitting = computed(() => {
    const wanted = words.value.trim().toLowerCase();
    return wanted ? rows.value.filter((row) => textOf(row).toLowerCase().includes(wanted)) : rows.value;
  });
  watch(words, () => (most.value = STEP));
  return {
    words,
    isLong: computed(() => rows.value.length > LONG),
    shown: computed(() => fitting.value.slice(0, most.value)),
    hidden: computed(() => Math.max(0, fitting.value.length - most.value)),
    showMore: () => (most.value += STEP),
  };
}
