import type { Schemas } from '@/api/client';
import { ago } from '@/shared/format';
import type { Mark } from '@/shared/states';

type Inbox = Schemas['InboxView'];
type State = Schemas['IntakeState'];

/** How an inbox is, in a mark and words. */
export function stateOf(inbox: Inbox, intake: State | undefined): { mark: Mark; words: string } {
  if (inbox.destinationId) {
    if (inbox.trouble) return { mark: 'failed', words: inbox.trouble };
    if (inbox.left.length) return { mark: 'care', words: `${inbox.left.length} left in the folder` };
    return inbox.lookedAt
      ? { mark: 'accepted', words: `looked into ${ago(inbox.lookedAt)}` }
      : { mark: 'open', words: 'not looked into yet' };
  }
  if (!inbox.hasPassword) return { mark: 'failed', words: 'The password is missing.' };
  const doors = intake ? [intake.sftp, intake.ftp].filter((door) => door.on) : [];
  if (intake && !doors.length) return { mark: 'off', words: 'file transfer is switched off' };
  return doors.every((door) => door.listens)
    ? { mark: 'accepted', words: 'can sign in' }
    : { mark: 'failed', words: doors.find((door) => !door.listens)?.trouble || 'Starting.' };
}
