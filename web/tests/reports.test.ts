import { describe, expect, it } from 'vitest';
import { bars, everyDay, shareWords, timeWords, type Report } from '@/reports/reports';

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

  // ISO 8601: weeks begin on Monday. 2026-01-01 is a Thursday, of the week that began on 2025-12-29
  it.each([
    ['2026-02-27', '2026-03-02', ['2026-02-27', '2026-02-28', '2026-03-01', '2026-03-02']],
    ['2026-01-01', '2026-03-31', ['2025-12-29', '2026-01-05']],
    ['2024-01-15', '2026-03-31', ['2024-01', '2024-02']],
  ])('from %s to %s is drawn in days, weeks or months', (from, until, first) => {
    const days = [{ day: from, documents: 5, arrived: 3, failed: 1 }];
    const drawn = bars(report(from, until, days));
    expect(drawn.slice(0, first.length).map((bar) => bar.label)).toEqual(first);
    expect(drawn[0]).toMatchObject({ arrived: 3, failed: 1, open: 1 });
    expect(drawn.reduce((sum, bar) => sum + bar.arrived, 0)).toBe(3);
    expect(everyDay(report(from, until, days)).at(-1)?.day).toBe(until);
  });
});
