import type { Schemas } from '@/api/client';

type Level = Schemas['Level'];
type Forecast = { early?: number | null; likely?: number | null };

/** "64 %", "empty", "not empty", "level unknown" */
export function levelWords(level: Level): string {
  if (level.kind === 'MEASURED') return level.percent === 0 ? 'empty' : `${level.percent} %`;
  return { SOME: 'not empty', UNKNOWN: 'level unknown', UNLIMITED: 'unlimited' }[level.kind];
}

/** Height or width of what is left, in percent; what is not measured is drawn as nothing. */
export function share(level: Level): number {
  return level.kind === 'MEASURED' ? level.percent : 0;
}

/** "8 to 12 days left"; nothing where nobody can say. */
export function daysLeft({ early, likely }: Forecast): string {
  if (early == null || likely == null) return '';
  if (likely === 0) return 'less than a day left';
  if (early === likely) return likely === 1 ? '1 day left' : `${likely} days left`;
  return `${early} to ${likely} days left`;
}
