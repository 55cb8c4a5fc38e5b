import type { Schemas } from '@/api/client';
import { when } from '@/shared/format';
import type { Mark } from '@/shared/states';

export type FleetState = 'STOPPED' | 'AWAY' | 'CARE' | 'WELL';

/** The worst first. */
export const STATES: FleetState[] = ['STOPPED', 'AWAY', 'CARE', 'WELL'];

export const MARK_OF: Record<FleetState, Mark> = {
  STOPPED: 'failed',
  AWAY: 'failed',
  CARE: 'care',
  WELL: 'accepted',
};

export const STATE_WORDS: Record<FleetState, string> = {
  STOPPED: 'Stopped',
  AWAY: 'Not answering',
  CARE: 'Need attention',
  WELL: 'Ready',
};

/** What of the fleet is looked at; it lives in the address of the page. */
export interface Asked {
  by: 'PLACE' | 'MODEL';
  find?: string;
  state?: FleetState;
}

/** What the fleet's states say in one line. */
export function fleetTitle({ devices, states }: Pick<Schemas['FleetSummary'], 'devices' | 'states'>): string {
  const parts = [
    [states.STOPPED ?? 0, 'stopped', 'stopped'],
    [states.AWAY ?? 0, 'does not answer', 'do not answer'],
    [states.CARE ?? 0, 'needs attention', 'need attention'],
  ] as const;
  const said = parts
    .filter(([n]) => n)
    .map(([n, one, many], i) => `${n}${i ? '' : n === 1 ? ' device' : ' devices'} ${n === 1 ? one : many}`);
  if (said.length) return said.join(', ');
  return devices ? (devices === 1 ? 'The device is ready' : `All ${devices} devices are ready`) : 'Fleet';
}

export type StateSpan = Schemas['StateSpan'];

export const SPAN_WORDS: Record<NonNullable<StateSpan['state']> | 'NONE', string> = {
  READY: 'Ready',
  BUSY: 'At work',
  CARE: 'Usable, wants attention',
  UPDATING: 'Being updated',
  STOPPED: 'Stopped',
  UNREACHABLE: 'Not answering',
  NONE: 'Not watched',
};

/** "12:05 to 12:20: Paper jam." */
export function spanWords(span: StateSpan): string {
  const words = span.state ? span.words || SPAN_WORDS[span.state] : SPAN_WORDS.NONE;
  return `${when(span.from)} to ${when(span.until)}: ${words}`;
}

/** "98.7 %"; all of the time only where it was all of it. */
export function shareWords(share: number): string {
  return share === 1 ? '100 %' : `${Math.min(99.9, Math.floor(share * 1000) / 10).toFixed(1)} %`;
}
