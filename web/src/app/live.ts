import { useQueryClient } from '@tanstack/vue-query';
import { onScopeDispose } from 'vue';
import { useNotices } from '@/shared/notices';

/** Which queries are out of date when something of a kind has changed. */
const STALE: Record<string, string[]> = {
  delivery: ['deliveries', 'delivery', 'today', 'overview'],
  device: [
    'devices',
    'device-settings',
    'firmware',
    'panels',
    'plan',
    'panel-plans',
    'today',
    'overview',
    'changes',
  ],
  'mail-server': ['mail-servers', 'destinations', 'today', 'overview', 'changes'],
  'device-settings': ['devices', 'device-settings'],
  firmware: ['firmware', 'devices', 'changes'],
  'firmware-update': ['firmware'],
  shelf: ['shelf'],
  'shelf-folder': ['shelf', 'destinations', 'changes'],
  inbox: ['inboxes', 'changes'],
  directory: ['directories', 'people', 'changes'],
  destination: ['destinations', 'jobs', 'overview', 'changes'],
  profile: ['profiles', 'jobs', 'plan', 'overview', 'changes'],
  name: ['names', 'jobs', 'overview', 'changes'],
  job: ['jobs', 'plan', 'panel-plans', 'panels', 'overview', 'changes'],
  contact: ['contacts', 'contact-groups', 'changes'],
  person: ['people', 'contacts', 'overview', 'changes'],
  panel: ['panels', 'plan', 'panel-plans', 'overview', 'changes'],
  'panel-plan': ['panel-plans', 'panels', 'plan', 'changes'],
  'planned-change': ['changes'],
  settings: ['settings', 'alerts', 'incoming', 'changes', 'overview'],
  alert: ['alerts', 'today', 'overview'],
  help: ['help-calls', 'today', 'overview'],
  incoming: ['incoming', 'overview'],
  scan: [],
};

const SOON = 100;
const APART = 2_000;

/** Keeps the desk up to date by server-sent events; `live` tells whether the line stands. */
export function useLive() {
  const queries = useQueryClient();
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
  onScopeDispose(() => window.clearTimeout(timer));
  return useNotices('/api/live', {
    ready: () => void queries.invalidateQueries(),
    changed({ kind }) {
      for (const key of STALE[kind] ?? []) stale.add(key);
      if (!timer) timer = window.setTimeout(freshen, Math.max(SOON, last + APART - Date.now()));
    },
  });
}
