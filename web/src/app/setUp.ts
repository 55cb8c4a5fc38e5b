import type { Schemas } from '@/api/client';

export interface SetUpStop {
  key: Schemas['StopView']['stop'];
  name: string;
  path: string;
}

/** The stops of the set-up in the order of the work. */
export const SET_UP: SetUpStop[] = [
  { key: 'DEVICES', name: 'Devices', path: '/devices' },
  { key: 'MAIL_SERVERS', name: 'Mail servers', path: '/mail-servers' },
  { key: 'DESTINATIONS', name: 'Destinations', path: '/destinations' },
  { key: 'PROFILES', name: 'Profiles', path: '/profiles' },
  { key: 'NAMES', name: 'Names', path: '/names' },
  { key: 'JOBS', name: 'Jobs', path: '/jobs' },
  { key: 'PEOPLE', name: 'People', path: '/people' },
  { key: 'PANELS', name: 'Panels', path: '/panels' },
];
