import { describe, expect, it } from 'vitest';
import { isPutOff, pathOf, putOffChoices } from '@/alerts/alerts';
import { isAlways, placesOf, settingOf, withoutRule, withRule, type RuleView } from '@/alerts/rules';
import { setZone, wallClock } from '@/shared/format';

const ALWAYS = {
  days: ['MONDAY', 'TUESDAY', 'WEDNESDAY', 'THURSDAY', 'FRIDAY', 'SATURDAY', 'SUNDAY'] as const,
  from: 0,
  until: 24,
};
const rule = {
  rule: 'DEVICE_DOWN',
  usual: { rule: 'DEVICE_DOWN', place: '', on: true, weight: 'URGENT', amount: 5, hours: ALWAYS },
} as unknown as RuleView;

describe('alerts', () => {
  it('are put off until mornings of the office, whatever the clock of the browser', () => {
    setZone('Europe/Oslo');
    // A Saturday evening, before the night in which clocks are set back
    const words = putOffChoices(new Date('2026-10-24T20:30:00Z')).map((choice) => wallClock(choice.until));
    expect(words).toEqual(['2026-10-24 23:30', '2026-10-25 08:00', '2026-10-26 08:00', '2026-11-21 08:00']);
    expect(putOffChoices(new Date('2026-11-30T09:00:00Z')).map((choice) => wallClock(choice.until))[2]).toBe(
      '2026-12-07 08:00',
    );
  });

  it('are open again when that is over, and lead to what has a page', () => {
    const alert = { putOffUntil: '2026-11-30T10:00:00Z' } as Parameters<typeof isPutOff>[0];
    expect(isPutOff(alert, Date.parse('2026-11-30T09:59:00Z'))).toBe(true);
    expect(isPutOff(alert, Date.parse('2026-11-30T10:00:00Z'))).toBe(false);
    expect(pathOf({ kind: 'fleet', id: '7', name: 'Ticket office' })).toBe('/fleet/7');
    expect(pathOf({ kind: '', id: 'courier', name: 'Inky Courier' })).toBeUndefined();
  });
});

describe('a rule', () => {
  it('is as usual until it is wanted otherwise, in the office or at a place', () => {
    expect(settingOf([], rule, 'Quay')).toEqual({ ...rule.usual, place: 'Quay' });
    const changed = { ...rule.usual, place: 'Quay', amount: 9 };
    const rules = withRule(withRule([], { ...changed, amount: 7 }), changed);
    expect(rules).toEqual([changed]);
    expect(placesOf(rules, rule)).toEqual(['Quay']);
    expect(settingOf(rules, rule, '')).toEqual(rule.usual);
    expect(withoutRule(rules, changed)).toEqual([]);
    expect(isAlways(rule.usual.hours)).toBe(true);
    expect(isAlways({ ...rule.usual.hours, from: 7 })).toBe(false);
  });
});
