import { describe, expect, it } from 'vitest';
import { everyDay, shareWords, timeWords, type Report } from '@/reports/reports';

const report = (from: string, until: string, days: Report['days']) => ({ from, until, days }) as Report;

describe('a report', () => {
  it('never says that all arrived where one did not', () => {
    expect([1, 0.99999, 0.9951, 0.99, 0.754, 0.004, 0].map(shareWords)).toEqual([
      '100 %',
      '99.9 %',
      '99.5 %',
      '99 %',
      '75 %',
      '0 %',
      '0 %',
    ]);
  });

  it('says times in the unit that is read at a glance', () => {
    expect([null, 0.4, 3.4, 89, 95, 5000, 9000].map(timeWords)).toEqual([
      '',
      'under 1 s',
      '3 s',
      '89 s',
      '2 min',
      '83 min',
      '3 h',
    ]);
  });

  it('has every day in its table', () => {
    const days = everyDay(
      report('2026-02-27', '2026-03-02', [{ day: '2026-03-01', documents: 5, arrived: 3, failed: 1 }]),
    );
    expect(days.map((day) => `${day.day} ${day.documents}`)).toEqual([
      '2026-02-27 0',
      '2026-02-28 0',
      '2026-03-01 5',
      '2026-03-02 0',
    ]);
  });
});
