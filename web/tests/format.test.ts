import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import * as format from '@/shared/format';

const NOW = new Date('2026-11-24T10:42:16Z');

beforeEach(() => {
  vi.useFakeTimers({ now: NOW });
  format.setZone('UTC');
});
afterEach(() => void vi.useRealTimers());

describe('times are told in the office', () => {
  // tz database: Europe/Oslo is UTC+1 in winter and UTC+2 in summer; the clock goes back on 25 October 2026 at 03:00
  it.each([
    ['2026-10-25T00:30:00Z', '02:30'],
    ['2026-10-25T01:30:00Z', '02:30'],
    ['2026-07-01T12:00:00Z', '14:00'],
  ])('%s is %s in Oslo', (at, shown) => {
    format.setZone('Europe/Oslo');
    expect(format.clock(at)).toBe(shown);
  });

  it('the day is the office’s, not the one in Greenwich', () => {
    format.setZone('Pacific/Auckland');
    expect(format.isoDay('2026-11-24T12:00:00Z')).toBe('2026-11-25');
    expect(format.longDay('2026-11-24T12:00:00Z')).toBe('Wednesday 25 November');
  });

  it('a zone that no browser knows gives the browser’s own', () => {
    format.setZone('SystemV/PST8');
    expect(format.clock(NOW)).toMatch(/^\d\d:\d\d$/);
  });

  it('tells the day only when it is another', () => {
    expect(format.when('2026-11-24T09:12:00Z')).toBe('09:12');
    expect(format.when('2026-11-23T09:12:00Z')).toBe('23 Nov 09:12');
    expect(format.exact('2026-11-23T09:12:05Z')).toBe('Monday 23 November 09:12:05');
  });
});

describe('how long ago', () => {
  it.each([
    [0, 'just now'],
    [44, 'just now'],
    [60, '1 min ago'],
    [3599, '60 min ago'],
    [7200, '2 h ago'],
    [86_400, 'yesterday'],
    [3 * 86_400, '3 days ago'],
    [-30, 'just now'],
  ])('%i s is "%s"', (seconds, words) => {
    expect(format.ago(new Date(NOW.getTime() - seconds * 1000).toISOString())).toBe(words);
  });

  it.each([
    [10, '1 min'],
    [59 * 60, '59 min'],
    [90 * 60, '1 h 30 min'],
    [3 * 86_400, '3 days'],
  ])('%i s last "%s"', (seconds, words) => {
    expect(format.lasting(new Date(NOW.getTime() - seconds * 1000).toISOString())).toBe(words);
  });
});

describe('numbers and words', () => {
  // As mail servers count: RFC 1870 limits are in octets, shown in units of 1024
  it.each([
    [0, '0 bytes'],
    [1023, '1023 bytes'],
    [1024, '1 KB'],
    [1024 * 1024 - 1, '1024 KB'],
    [1024 * 1024, '1.0 MB'],
    [20 * 1024 * 1024, '20.0 MB'],
    [1024 ** 3 - 1, '1024.0 MB'],
    [5 * 1024 ** 3, '5.0 GB'],
  ])('%i is %s', (count, words) => expect(format.bytes(count)).toBe(words));

  it('counts one and many', () => {
    expect(format.count(1, 'page')).toBe('1 page');
    expect(format.count(0, 'page')).toBe('0 pages');
    expect(format.count(2, 'delivery is', 'deliveries are')).toBe('2 deliveries are');
    expect(format.word(10)).toBe('ten');
    expect(format.word(11)).toBe('11');
  });

  it('a sentence after a colon begins small and has no stop', () => {
    expect(format.afterColon('There is no space left.')).toBe('there is no space left');
  });
});

describe('what the clock in the office shows', () => {
  afterEach(() => format.setZone('UTC'));

  it.each([
    // IANA tz: Berlin goes forward at 2026-03-29 02:00 and back at 2026-10-25 03:00.
    ['Europe/Berlin', '2026-11-29 06:00', '2026-11-29T05:00:00.000Z'],
    ['Europe/Berlin', '2026-07-01 06:00', '2026-07-01T04:00:00.000Z'],
    ['Europe/Berlin', '2026-03-29 02:30', '2026-03-29T01:30:00.000Z'],
    ['Europe/Berlin', '2026-10-25 02:30', '2026-10-25T00:30:00.000Z'],
    ['America/New_York', '2026-11-29 06:00', '2026-11-29T11:00:00.000Z'],
    ['Asia/Kolkata', '2026-11-29 06:00', '2026-11-29T00:30:00.000Z'],
  ])('in %s, %s is %s', (zone, wall, moment) => {
    format.setZone(zone);
    expect(format.momentOf(wall).toISOString()).toBe(moment);
  });

  it('and back, whatever the hour', () => {
    format.setZone('America/New_York');
    for (let hour = 0; hour < 24 * 365; hour += 7) {
      const wall = format.wallClock(new Date(Date.UTC(2026, 0, 1, hour)));
      expect(format.wallClock(format.momentOf(wall))).toBe(wall);
    }
  });
});
