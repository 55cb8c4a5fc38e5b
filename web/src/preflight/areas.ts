import type { Schemas } from '@/api/client';
import { count } from '@/shared/format';

/** What findings can be about, in the order of the set-up line. */
export const AREAS: Record<string, string> = {
  DEVICE: 'Device',
  MAIL_SERVER: 'Mail server',
  DIRECTORY: 'Directory',
  DESTINATION: 'Destination',
  PROFILE: 'Scan profile',
  NAME: 'File-name template',
  JOB: 'Job',
  INBOX: 'Inbox',
  SETTINGS: 'The office',
};

const PATHS: Record<string, string> = {
  DEVICE: '/devices/',
  MAIL_SERVER: '/mail-servers/',
  DIRECTORY: '/directories/',
  DESTINATION: '/destinations/',
  PROFILE: '/profiles/',
  NAME: '/names/',
  JOB: '/jobs/',
  INBOX: '/inboxes/',
};

/** Where it is mended. */
export function pathOf(f: Schemas['PreflightFinding']): string {
  if (f.code.startsWith('people.')) return '/people';
  if (f.code === 'office.one-administrator') return '/accounts';
  const path = PATHS[f.kind];
  return path ? path + f.id : '/settings';
}

const FEW = 3;

/** On which panels something was found. */
export function panelWords(panels: Schemas['PanelNames']): string {
  return panels.count > FEW
    ? count(panels.count, 'panel')
    : panels.first.map((panel) => panel.name).join(', ');
}
