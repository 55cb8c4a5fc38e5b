import type { Schemas } from '@/api/client';

export type Chain = Schemas['Chain'];
export type Kind = Schemas['Node']['kind'];

/** Where one of each kind is edited, and what several are called. */
export const KINDS: Record<Kind, { path: string; one: string; many: string }> = {
  SETTINGS: { path: 'settings', one: 'setting', many: 'settings' },
  DEVICE: { path: 'devices', one: 'device', many: 'devices' },
  SHELF_FOLDER: { path: 'shelf', one: 'folder of the shelf', many: 'folders of the shelf' },
  FIRMWARE: { path: 'fleet/firmware', one: 'firmware', many: 'firmware' },
  MAIL_SERVER: { path: 'mail-servers', one: 'mail server', many: 'mail servers' },
  DIRECTORY: { path: 'directories', one: 'directory', many: 'directories' },
  DESTINATION: { path: 'destinations', one: 'destination', many: 'destinations' },
  PROFILE: { path: 'profiles', one: 'scan profile', many: 'scan profiles' },
  NAME: { path: 'names', one: 'file name', many: 'file names' },
  JOB: { path: 'jobs', one: 'job', many: 'jobs' },
  INBOX: { path: 'inboxes', one: 'inbox', many: 'inboxes' },
  PANEL_PLAN: { path: 'panel-plans', one: 'panel plan', many: 'panel plans' },
  PANEL: { path: 'panels', one: 'panel', many: 'panels' },
  PERSON: { path: 'people', one: 'person', many: 'people' },
};

/** All that is before or behind one of them, with it. */
export function alongside(joins: readonly { from: string; to: string }[], id: string): Set<string> {
  const found = new Set([id]);
  const walk = (end: 'from' | 'to', other: 'from' | 'to') => {
    const open = [id];
    const seen = new Set(open);
    for (let at = open.pop(); at !== undefined; at = open.pop())
      for (const join of joins)
        if (join[end] === at && !seen.has(join[other])) {
          seen.add(join[other]);
          found.add(join[other]);
          open.push(join[other]);
        }
  };
  walk('from', 'to');
  walk('to', 'from');
  return found;
}
