import { useEventSource } from '@vueuse/core';
import { computed, watch, type MaybeRefOrGetter, toRef } from 'vue';

/** That something has changed at the server. */
export interface Notice {
  kind: string;
  id: string;
}

/** When a line that the browser has given up (the server was away, or refused) is tried again. */
const AGAIN = 2_000;

/**
 * What changes at the server, as it tells it.
 * @param url nothing for no line
 * @param told `ready` when a line stands, also again: what changed meanwhile was not told
 */
export function useNotices(
  url: MaybeRefOrGetter<string | undefined>,
  told: { ready: () => void; changed: (notice: Notice) => void },
) {
  const { eventSource, status } = useEventSource(toRef(url), [], { autoReconnect: { delay: AGAIN } });
  // Listened to directly: of two events at once, a ref would show one.
  watch(
    eventSource,
    (source) => {
      source?.addEventListener('ready', told.ready);
      source?.addEventListener('changed', (event) =>
        told.changed(JSON.parse((event as MessageEvent<string>).data) as Notice),
      );
    },
    { immediate: true, flush: 'sync' },
  );
  return { live: computed(() => status.value === 'OPEN') };
}
