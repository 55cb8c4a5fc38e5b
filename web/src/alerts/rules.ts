import type { Schemas } from '@/api/client';

export type RuleSetting = Schemas['RuleSetting'];
export type RuleView = Schemas['RuleView'];

export const UNIT_WORDS: Record<RuleView['unit'], string> = {
  MINUTES: 'minutes',
  DAYS: 'days before',
  DAYS_A_FALSE_ALARM: 'days between false alarms',
  PERCENT: 'percent left',
  TIMES: 'failures in a row',
};

export const DAYS: [Schemas['WatchHours']['days'][number], string][] = [
  ['MONDAY', 'Mo'],
  ['TUESDAY', 'Tu'],
  ['WEDNESDAY', 'We'],
  ['THURSDAY', 'Th'],
  ['FRIDAY', 'Fr'],
  ['SATURDAY', 'Sa'],
  ['SUNDAY', 'Su'],
];

/** As a rule is wanted at a place: its own setting, or the usual one for that place. */
export const settingOf = (rules: RuleSetting[], rule: RuleView, place: string): RuleSetting =>
  rules.find((one) => one.rule === rule.rule && one.place === place) ?? { ...rule.usual, place };

/** The places at which a rule is wanted otherwise. */
export const placesOf = (rules: RuleSetting[], rule: RuleView): string[] =>
  rules.filter((one) => one.rule === rule.rule && one.place).map((one) => one.place);

/** The same rules with one changed; one that was as usual is added. */
export function withRule(rules: RuleSetting[], changed: RuleSetting): RuleSetting[] {
  const at = rules.findIndex((one) => one.rule === changed.rule && one.place === changed.place);
  return at < 0 ? [...rules, changed] : rules.map((one, i) => (i === at ? changed : one));
}

export const withoutRule = (rules: RuleSetting[], gone: RuleSetting): RuleSetting[] =>
  rules.filter((one) => one.rule !== gone.rule || one.place !== gone.place);

export const isAlways = (hours: Schemas['WatchHours']) =>
  hours.days.length === DAYS.length && hours.from === 0 && hours.until === 24;
