import type { Schemas } from '@/api/client';
import type { Mark } from '@/shared/states';

export type Call = Schemas['HelpCallView'];

export const who = (call: Call) => call.person || 'Somebody not signed in';

export function markOf(call: Call): Mark {
  return ({ WAITING: 'waiting', ANSWERED: 'moving', ENDED: 'accepted' } as const)[call.state];
}

/** Where a call stands, in words. */
export function standing(call: Call): string {
  if (call.state === 'WAITING') return 'waits for an answer';
  if (call.state === 'ANSWERED') return `answered by ${call.answeredBy}`;
  return call.endedBy ? `ended by ${call.endedBy}` : call.answeredBy ? 'ended' : 'ended without an answer';
}

/** All of it in a line, for a list of many things. */
export function summary(call: Call, when: string): string {
  const said = call.wish ? ` “${call.wish}”` : call.shown ? ` The panel says: ${call.shown}` : '';
  const answered = call.answeredBy ? ` Answered by ${call.answeredBy}.` : '';
  return `Called ${when} while ${call.doing}.${said}${answered}`;
}
