import type { Schemas } from '@/api/client';
import { count } from '@/shared/format';
import { LANGUAGES } from '@/shared/words';

export type Field = Schemas['DeviceDrift']['field'];
export type DriftState = Schemas['DeviceDrift']['state'];

/** What a device can keep itself, in the order of the server. */
export const FIELDS: Record<Field, string> = {
  NAME: 'Name',
  PLACE: 'Place',
  CONTACT: 'Contact',
  LANGUAGE: 'Language',
  SLEEP: 'Sleeps after',
  TIME_SERVER: 'Time server',
  SIGN_OUT: 'Signs out after',
  MODE: 'Scans',
};
export const ALL_FIELDS = Object.keys(FIELDS) as Field[];

/** Who has the scans of a device, as devices keep it. */
const MODES = { 'through-courier': 'through Courier', 'local-only': 'local only' };

/** A value as people read it. */
export function valueWords(field: Field, value: string | undefined | null): string {
  if (value == null || value === '') return 'nothing';
  if (field === 'SLEEP') return count(Number(value), 'minute');
  if (field === 'SIGN_OUT') return count(Number(value), 'second');
  if (field === 'MODE') return MODES[value as keyof typeof MODES] ?? value;
  if (field === 'LANGUAGE') {
    return LANGUAGES[value.toLowerCase().split('-')[0] as keyof typeof LANGUAGES] ?? value;
  }
  return value;
}

export const STATE_WORDS: Record<DriftState, string> = {
  SAME: 'as wanted',
  DIFFERS: 'differs',
  BY_HAND: 'differs, to be set at the device',
  UNTOLD: 'not told by the device',
  UNKNOWN: 'not told by the device, to be set there',
};
export const STATE_MARKS = {
  SAME: 'accepted',
  DIFFERS: 'care',
  BY_HAND: 'care',
  UNTOLD: 'off',
  UNKNOWN: 'off',
} as const;

/** Those that a person can have set from here. */
export const sendable = (row: Schemas['DeviceSettingsRow']) =>
  row.fields.filter(
    (one) => row.settable.includes(one.field) && (one.state === 'DIFFERS' || one.state === 'UNTOLD'),
  );

export const TASK_WORDS: Record<Schemas['DeviceTaskView']['state'], string> = {
  WAITING: 'waiting',
  SET: 'set',
  SAME: 'was set already',
  FAILED: 'failed',
  REPEATED: 'failed, repeated since',
  STOPPED: 'stopped',
};
export const TASK_MARKS = {
  WAITING: 'waiting',
  SET: 'accepted',
  SAME: 'accepted',
  FAILED: 'failed',
  REPEATED: 'off',
  STOPPED: 'off',
} as const;
