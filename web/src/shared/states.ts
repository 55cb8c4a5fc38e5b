import type { Schemas } from '@/api/client';

/** The marks that a state is drawn with; never colour alone. */
export type Mark = 'accepted' | 'moving' | 'waiting' | 'held' | 'care' | 'failed' | 'off' | 'open';

export const MARK_WORDS: Record<Mark, string> = {
  accepted: 'accepted',
  moving: 'moving',
  waiting: 'waits',
  held: 'held',
  care: 'wants a look',
  failed: 'stopped',
  off: 'off',
  open: 'missing',
};

type Delivery = Schemas['DeliveryRow'];
type Leg = Schemas['LegView'];

export function deliveryMark(state: Delivery['state']): Mark {
  return (
    {
      MOVING: 'moving',
      WAITING: 'waiting',
      HELD: 'held',
      ACCEPTED: 'accepted',
      STOPPED: 'failed',
      CALLED_OFF: 'off',
    } as const
  )[state];
}

/** A device that only sends says nothing of itself. */
export function conditionMark(
  condition: Schemas['DeviceView']['condition'],
  protocol?: Schemas['DeviceView']['protocol'],
): Mark {
  if (protocol === 'MAIL') return 'off';
  return (
    {
      READY: 'accepted',
      BUSY: 'moving',
      CARE: 'care',
      UPDATING: 'moving',
      STOPPED: 'failed',
      UNREACHABLE: 'failed',
    } as const
  )[condition];
}

/** Stopped by a person: nothing is left to do. */
export const isCalledOff = (leg: Leg) => leg.state === 'STOPPED' && leg.cause === 'CALLED_OFF';

/** Where a leg stands: 3 is Sent, 4 is Accepted. */
export function legStop(leg: Leg): { at: number; mark: Mark } {
  if (leg.state === 'ACCEPTED') return { at: 4, mark: 'accepted' };
  if (isCalledOff(leg)) return { at: 3, mark: 'off' };
  if (leg.state === 'STOPPED') return { at: 3, mark: 'failed' };
  if (leg.state === 'HELD') return { at: 3, mark: 'held' };
  if (leg.state === 'WAITING' && leg.cause !== '') return { at: 3, mark: 'waiting' };
  return { at: leg.state === 'MOVING' && leg.sentAt ? 4 : 3, mark: 'moving' };
}

/** Where the part before the legs stands; 3 when it has passed into the legs. */
export function trunkStop(row: Delivery): { at: number; mark: Mark } {
  if (row.namedAt) return { at: 3, mark: 'moving' };
  const mark = row.state === 'STOPPED' ? 'failed' : 'moving';
  return { at: row.madeReadyAt ? 2 : 1, mark };
}

/** The leg that a person wants to know about first. */
export function worstLeg(row: Delivery): Leg | undefined {
  const rank = (leg: Leg) =>
    isCalledOff(leg) ? 9 : ['STOPPED', 'WAITING', 'HELD', 'MOVING', 'ACCEPTED'].indexOf(leg.state);
  return [...row.legs].sort((a, b) => rank(a) - rank(b))[0];
}
