import { beforeEach, describe, expect, it } from 'vitest';
import type { Schemas } from '@/api/client';
import { useActs } from '@/deliveries/acts';
import { useToast } from '@/shared/toast';
import { use } from './mounted';
import { Refusal, server } from './server';

type Row = Schemas['DeliveryRow'];

const row = (state: string, legs: [string, string?][], more = {}) =>
  ({
    id: 'v1',
    state,
    legs: legs.map(([s, cause = '']) => ({ state: s, cause })),
    ...more,
  }) as unknown as Row;

const as = (...rights: string[]) =>
  server.on('GET /api/session', { zone: 'UTC', identity: { login: 'maud', rights } });
beforeEach(() => as('ACT_ON_DELIVERIES', 'READ_SETUP'));

describe('what may be done by hand goes by where the legs stand', () => {
  it.each([
    ['accepted', row('ACCEPTED', [['ACCEPTED']]), []],
    [
      'waiting',
      row('WAITING', [['WAITING', 'NOT_REACHED']]),
      ['TRY_AGAIN', 'HOLD', 'STOP', 'SEND_ELSEWHERE'],
    ],
    ['held', row('HELD', [['HELD']]), ['RELEASE', 'STOP', 'SEND_ELSEWHERE']],
    ['stopped', row('STOPPED', [['STOPPED', 'NAME_TAKEN']]), ['TRY_AGAIN', 'STOP', 'SEND_ELSEWHERE']],
    ['called off', row('CALLED_OFF', [['STOPPED', 'CALLED_OFF']]), []],
    ['moving', row('MOVING', [['MOVING']]), []],
    [
      'stopped, its pages removed',
      row('STOPPED', [['STOPPED', 'NAME_TAKEN']], { contentsRemovedAt: '2026-11-24T10:00:00Z' }),
      ['STOP'],
    ],
  ])('%s', async (_, one, allowed) => {
    const { possible } = await use(() => useActs(() => [one]));
    const yes = Object.entries(possible.value).filter(([, can]) => can);
    expect(yes.map(([action]) => action)).toEqual(allowed);
  });
});

describe('what an account may do', () => {
  const waiting = row('WAITING', [['WAITING', 'NOT_REACHED']]);
  const can = async () => {
    const { possible } = await use(() => useActs(() => [waiting]));
    return Object.values(possible.value).filter(Boolean).length;
  };
  it('is nothing for who only reads, and no other destination for who knows none', async () => {
    as('READ_DELIVERIES', 'READ_SETUP');
    expect(await can()).toBe(0);
    as('ACT_ON_DELIVERIES');
    expect(await can()).toBe(3);
  });
});

describe('doing it', () => {
  it('is told with what could not be touched', async () => {
    server.on('POST /api/deliveries/act', { deliveries: 2, untouched: 1 });
    const { act } = await use(() => useActs(() => [row('HELD', [['HELD']]), row('HELD', [['HELD']])]));
    await act('SEND_ELSEWHERE', { destinationId: 'd2', reason: 'the usual one is closed' });
    expect(server.to('POST /api/deliveries/act')[0]?.body).toMatchObject({
      action: 'SEND_ELSEWHERE',
      deliveries: ['v1', 'v1'],
      reason: 'the usual one is closed',
    });
    expect(useToast().current.value?.words).toBe('2 deliveries are sent elsewhere. 1 could not be.');
  });

  it('is told with its remedy when it is refused', async () => {
    server.on(
      'POST /api/deliveries/act',
      new Refusal(409, { title: 'It is moving.', remedy: 'Wait a moment.' }),
    );
    const { act, busy } = await use(() => useActs(() => [row('HELD', [['HELD']])]));
    await act('RELEASE');
    expect(useToast().current.value?.words).toBe('It is moving. Wait a moment.');
    expect(busy.value).toBe(false);
  });
});
