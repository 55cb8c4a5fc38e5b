import type { Schemas } from '@/api/client';
import type { Mark } from '@/shared/states';
import { isoDay, momentOf } from '@/shared/format';

export type Alert = Schemas['AlertView'];
export type Concern = Schemas['Concern'];

export const WEIGHT_WORDS: Record<Alert['weight'], string> = {
  URGENT: 'Mail at once',
  SOON: 'In the daily mail',
  NOTE: 'Listed only',
};

export function markOf(alert: Alert): Mark {
  if (alert.endedAt) return 'accepted';
  return ({ URGENT: 'failed', SOON: 'care', NOTE: 'open' } as const)[alert.weight];
}

export const isPutOff = (alert: Alert, now = Date.now()) =>
  !!alert.putOffUntil && new Date(alert.putOffUntil).getTime() > now;

/** Where something that an alert is about is looked after; nothing for what has no page. */
export const pathOf = (concern: Concern) =>
  concern.kind ? `/${[concern.kind, concern.id].filter(Boolean).join('/')}` : undefined;

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
const MONDAY = 1;

/** For how long an alert can be put off with one click. */
export function putOffChoices(now = new Date()): { words: string; until: Date }[] {
  const dayIn = (days: number) => isoDay(new Date(now.getTime() + days * DAY));
  const morning = (days: number) => momentOf(`${dayIn(days)} 08:00`);
  const toMonday = [1, 2, 3, 4, 5, 6, 7].find(
    (days) => new Date(`${dayIn(days)}T12:00Z`).getUTCDay() === MONDAY,
  )!;
  return [
    { words: '1 hour', until: new Date(now.getTime() + HOUR) },
    { words: 'Until tomorrow, 8:00', until: morning(1) },
    { words: 'Until Monday, 8:00', until: morning(toMonday) },
    { words: '4 weeks', until: morning(28) },
  ];
}
