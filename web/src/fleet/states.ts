import type { Schemas } from '@/api/client';
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
