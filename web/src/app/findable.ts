import type { RouteRecordNormalized } from 'vue-router';

export interface Hit {
  kind: string;
  title: string;
  detail: string;
  path: string;
}

const ACTIONS: readonly Omit<Hit, 'kind'>[] = [
  { title: 'Add a device', detail: 'by its address', path: '/devices/new' },
  { title: 'Add a mail server', detail: 'and probe it', path: '/mail-servers/new' },
  { title: 'Add a destination', detail: 'where files go', path: '/destinations/new' },
  { title: 'New one-touch job', detail: '', path: '/jobs/new' },
  { title: 'Add a person', detail: 'with a PIN', path: '/people/new' },
  { title: 'New scan profile', detail: '', path: '/profiles/new' },
  { title: 'New file-name template', detail: '', path: '/names/new' },
  { title: 'Add a contact', detail: 'to the address book', path: '/contacts/new' },
  { title: 'Add a directory', detail: 'LDAP', path: '/directories/new' },
  { title: 'Add an inbox', detail: 'for a device that only sends', path: '/inboxes/new' },
];

/** Parts of the settings by their headings; a test holds the list to the page. */
export const SETTINGS: Readonly<Record<string, string>> = {
  office: 'The office',
  help: 'Help desk',
  intake: 'Scans by mail',
  files: 'Scans by file transfer',
  snmp: 'State of devices by SNMP',
  keep: 'How long pages are kept',
  sums: 'How much is scanned',
  move: 'The set-up as a file',
  support: 'Support file',
};

/** What a view is also called. */
const ALSO: Readonly<Record<string, string>> = {
  '/contacts': 'contacts',
  '/contact-groups': 'address book',
  '/contacts/rules': 'address book',
  '/changes': 'who changed what',
  '/inboxes': 'SFTP, FTP and folders of devices that only send',
  '/directories': 'LDAP',
  '/reports': 'sums, success, busiest hours, CSV',
  '/alerts/rules': 'and who is told',
  '/fleet/settings': 'drift: wanted, and at the device',
  '/reports/monthly': 'the report of a month by mail, to whom',
  '/shelf': 'folders of documents that are kept',
  '/fleet/firmware': 'versions that are allowed, who is behind, updates',
  '/sign-ins': 'security log, locks',
  '/accounts': 'administrators',
};

type View = Pick<RouteRecordNormalized, 'path' | 'name' | 'meta'>;

/** Views that can be opened without saying what of them. */
function views(routes: readonly View[]): Hit[] {
  return routes
    .filter((route) => route.meta.place && !route.meta.alone)
    .map((route) => ({ ...route, path: route.path.replace(/\/:\w+\?$/, '') }))
    .filter((route) => !route.path.includes(':'))
    .map((route) => ({
      kind: 'Go',
      title: String(route.name),
      detail: ALSO[route.path] ?? '',
      path: route.path,
    }));
}

/** What can be done or opened from anywhere, beside the things of the office. */
export function findable(routes: readonly View[]): Hit[] {
  return [
    ...ACTIONS.map((action) => ({ kind: 'Do', ...action })),
    ...views(routes),
    ...Object.entries(SETTINGS).map(([id, title]) => ({
      kind: 'Setting',
      title,
      detail: 'Settings',
      path: `/settings#${id}`,
    })),
  ];
}
