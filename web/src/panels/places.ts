import type { Schemas } from '@/api/client';

/** Job in each place, by its number from 1. */
export type Placed = Map<number, string>;

export const placesFrom = (entries: Iterable<readonly [number, string]>): Placed => new Map(entries);

export const placesOf = (jobs: readonly Schemas['PlanRow'][]): Placed =>
  placesFrom(jobs.filter((c) => c.place > 0).map((c) => [c.place, c.job.id]));

/** To compare by, whatever the order in which places were taken. */
export const shapeOf = (placed: Placed, start: number) =>
  JSON.stringify([...placed].sort(([a], [b]) => a - b)) + start;

/** Whether a panel has something of its own, beside its plan or in place of it. */
export const isOtherwise = (one: Schemas['PanelChange']) => one.own.length > 0 || one.ownStart;

/** As a form of the server has them. */
export const takenOf = (placed: Placed) => [...placed].map(([place, jobId]) => ({ place, jobId }));
