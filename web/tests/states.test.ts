import { describe, expect, it } from 'vitest';
import type { Schemas } from '@/api/client';
import { deliveryMark, isCalledOff, legStop, MARK_WORDS, trunkStop, worstLeg } from '@/shared/states';

type Leg = Schemas['LegView'];
type Row = Schemas['DeliveryRow'];

const leg = (state: Leg['state'], more: Partial<Leg> = {}) => ({ state, cause: '', ...more }) as Leg;
const row = (more: Partial<Row>) => ({ state: 'MOVING', legs: [], ...more }) as unknown as Row;

describe('where a leg stands on the line', () => {
  it.each([
    ['accepted', leg('ACCEPTED'), 4, 'accepted'],
    ['waiting its turn', leg('WAITING'), 3, 'moving'],
    ['waiting after a setback', leg('WAITING', { cause: 'NOT_REACHED' }), 3, 'waiting'],
    ['being sent', leg('MOVING'), 3, 'moving'],
    ['sent, only the word is missing', leg('MOVING', { sentAt: '2026-11-24T10:42:16Z' }), 4, 'moving'],
    ['held', leg('HELD'), 3, 'held'],
    ['stopped', leg('STOPPED', { cause: 'RECIPIENT_UNKNOWN' }), 3, 'failed'],
    ['stopped by a person', leg('STOPPED', { cause: 'CALLED_OFF' }), 3, 'off'],
  ] as const)('%s', (_, one, at, mark) => expect(legStop(one)).toEqual({ at, mark }));
});

describe('where a delivery stands before its legs', () => {
  it.each([
    ['scanned', row({}), 1, 'moving'],
    ['made ready', row({ madeReadyAt: '2026-11-24T10:42:16Z' }), 2, 'moving'],
    ['could not be made', row({ state: 'STOPPED' }), 1, 'failed'],
    ['named', row({ namedAt: '2026-11-24T10:42:16Z' }), 3, 'moving'],
  ] as const)('%s', (_, one, at, mark) => expect(trunkStop(one)).toEqual({ at, mark }));
});

describe('which leg a person wants to know about', () => {
  it('is the one that needs somebody, and never one that somebody has called off', () => {
    const off = leg('STOPPED', { cause: 'CALLED_OFF' });
    const stopped = leg('STOPPED', { cause: 'NAME_TAKEN' });
    expect(worstLeg(row({ legs: [leg('ACCEPTED'), off, stopped, leg('MOVING')] }))).toBe(stopped);
    expect(worstLeg(row({ legs: [off, leg('ACCEPTED')] }))?.state).toBe('ACCEPTED');
    expect(worstLeg(row({ legs: [] }))).toBeUndefined();
    expect(isCalledOff(stopped)).toBe(false);
  });
});

it('every state has a mark, and every mark its words', () => {
  for (const state of ['MOVING', 'WAITING', 'HELD', 'ACCEPTED', 'STOPPED', 'CALLED_OFF'] as const) {
    expect(MARK_WORDS[deliveryMark(state)]).toBeTruthy();
  }
});
