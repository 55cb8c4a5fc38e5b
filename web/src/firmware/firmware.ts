import type { Schemas } from '@/api/client';
import type { Mark } from '@/shared/states';

type Row = Schemas['DeviceFirmwareRow'];

export const STEP_MARKS: Record<Schemas['UpdateStepView']['state'], Mark> = {
  WAITING: 'off',
  UPDATING: 'moving',
  DONE: 'accepted',
  FAILED: 'failed',
  STOPPED: 'off',
};
export const STEP_WORDS: Record<Schemas['UpdateStepView']['state'], string> = {
  WAITING: 'waiting',
  UPDATING: 'being updated',
  DONE: 'updated',
  FAILED: 'failed',
  STOPPED: 'not updated',
};

/** How a device stands to what is wanted, in words and as a mark. */
export function standing(row: Row): { mark: Mark; words: string } {
  switch (row.standing) {
    case 'WANTED':
      return { mark: 'accepted', words: 'as wanted' };
    case 'BEHIND':
      return { mark: 'care', words: row.allowed ? 'older, allowed' : 'older' };
    case 'AHEAD':
      return row.allowed
        ? { mark: 'off', words: 'newer, allowed' }
        : { mark: 'care', words: 'newer, not allowed' };
    case 'UNLISTED':
      return { mark: 'off', words: 'no version wanted' };
    default:
      return { mark: 'off', words: 'not told' };
  }
}

/** Whether it can be updated from here. */
export const updatable = (row: Row) =>
  row.standing === 'BEHIND' && row.offered && row.condition !== 'UPDATING';
