import { useQueryClient } from '@tanstack/vue-query';
import { onScopeDispose, ref } from 'vue';

/** Which queries are out of date when something of a kind has changed. */
const STALE: Record<string, string[]> = {
  delivery: ['deliveries', 'delivery', 'today', 'overview'],
  device: ['devices', 'panels', 'plan', 'today', 'overview'],
  'mail-server': ['mail-servers', 'destinations', 'today', 'overview'],
  destination: ['destinations', 'jobs', 'overview'],
  profile: ['profiles', 'jobs', 'plan', 'overview'],
  name: ['names', 'jobs', 'overview'],
  job: ['jobs', 'plan', 'panels', 'overview'],
  person: ['people', 'overview'],
  panel: ['panels', 'plan', 'overview'],
  scan: [],
};

/** Keeps the desk up to date by server-sent events; `live` tells whether the line stands. */
export function useLive() {
  const queries = useQueryClient();
  const live = ref(false);
  const source = new EventSource('/api/live');

  source.addEventListener('ready', () => {
    live.value = true;
    void queries.invalidateQueries();
  });
  source.addEventListener('changed', (event) => {
    const notice = JSON.parse((event as MessageEvent<string>).data) as { kind: string };
    for (const key of STALE[notice.kind] ?? []) {
      void queries.invalidateQueries({ queryKey: [key] });
    }
  });
  source.addEventListener('error', () => (live.value = false));
  onScopeDispose(() => source.close());
  return { live };
}
