import { describe, expect, it } from 'vitest';
import { daysLeft, levelWords } from '@/fleet/levels';
import { fleetTitle } from '@/fleet/states';

describe('the fleet in words', () => {
  it.each([
    [{ kind: 'MEASURED', percent: 0 } as const, 'empty'],
    [{ kind: 'MEASURED', percent: 7 } as const, '7 %'],
    [{ kind: 'SOME', percent: 0 } as const, 'not empty'],
    [{ kind: 'UNKNOWN', percent: 0 } as const, 'level unknown'],
    [{ kind: 'UNLIMITED', percent: 0 } as const, 'unlimited'],
  ])('a level %o is told as %s', (level, words) => expect(levelWords(level)).toBe(words));

  it.each([
    [{}, ''],
    [{ early: null, likely: null }, ''],
    [{ early: 0, likely: 0 }, 'less than a day left'],
    [{ early: 1, likely: 1 }, '1 day left'],
    [{ early: 4, likely: 4 }, '4 days left'],
    [{ early: 4, likely: 9 }, '4 to 9 days left'],
  ])('a forecast %o is told as "%s"', (forecast, words) => expect(daysLeft(forecast)).toBe(words));

  it.each([
    [0, {}, 'Fleet'],
    [1, { WELL: 1 }, 'The device is ready'],
    [3, { WELL: 3 }, 'All 3 devices are ready'],
    [3, { STOPPED: 1, WELL: 2 }, '1 device stopped'],
    [5, { STOPPED: 2, AWAY: 1, CARE: 2 }, '2 devices stopped, 1 does not answer, 2 need attention'],
    [5, { AWAY: 3, CARE: 1 }, '3 devices do not answer, 1 needs attention'],
  ])('%i devices in %o are titled "%s"', (devices, states, title) =>
    expect(fleetTitle({ devices, states })).toBe(title),
  );
});
