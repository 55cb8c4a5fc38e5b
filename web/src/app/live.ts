import { useQueryClient } from '@tanstack/vue-query';
import { onScopeDispose, ref } from 'vue';

/** Which queries are out of date when something of a kind has changed. */
const STALE: Record<string, string[]> = {
  delivery: ['deliveries', 'delivery', 'today', 'overview'],
  device: ['devices', 'panels', 'plan', 'today', 'overview', 'changes'],
  'mail-server': ['mail-servers', 'destinations', 'today', 'overview', 'changes'],
  destination: ['destinations', 'jobs', 'overview', 'changes'],
  profile: ['profiles', 'jobs', 'plan', 'overview', 'changes'],
  name: ['names', 'jobs', 'overview', 'changes'],
  job: ['jobs', 'plan', 'panels', 'overview', 'changes'],
  person: ['people', 'overview', 'changes'],
  panel: ['panels', 'plan', 'overview', 'changes'],
  settings: ['settings', 'changes', 'overview'],
  scan: [],
};

const SOON = 100;
const APART = 2_000;

/** Keeps the desk up to date by server-sent events; `live` tells whether the line stands. */
export function useLive() {
  const queries = useQueryClient();
  const live = ref(false);
  const source = new EventSource('/api/live');

  source.addEventListener('ready', () => {
    live.value = true;
    void queries.invalidateQueries();
  });
  /* The first is looked at almost at once, the many of a busy office together every two seconds. */
  const stale = new Set<string>();
  let timer = 0;
  let last = 0;
  function freshen() {
    timer = 0;
    last = Date.now();
    for (const key of stale) void queries.invalidateQueries({ queryKey: [key] });
    stale.clear();
  }
  source.addEventListener('changed', (event) => {
    const notice = JSON.parse((event as MessageEvent<string>).data) as { kind: string };
    for (const key of STALE[notice.kind] ?? []) stale.add(key);
    if (!timer) timer = window.setTimeout(freshen, Math.max(SOON, last + APART - Date.now()));
  });
  source.addEventListener('error', () => (live.value = false));
  onScopeDispose(() => {
    source.close();
    window.clearTimeout(timer);
  });
  return { live };
}
