import { computed, ref, watch } from 'vue';
import type { Schemas } from '@/api/client';

const BEGUN: Schemas['Part'] = { left: 0.05, top: 0.05, right: 0.95, bottom: 0.95 };

/** Choosing a part of a picture: only of one that has come, and given up when another is shown. */
export function useCrop(picture: () => string) {
  const part = ref<Schemas['Part']>();
  const come = ref('');
  watch(picture, () => (part.value = undefined));
  return {
    part,
    ready: computed(() => come.value === picture()),
    loaded: () => (come.value = picture()),
    begin: () => (part.value = { ...BEGUN }),
    end: () => (part.value = undefined),
  };
}
