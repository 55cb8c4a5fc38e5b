import { api, ask, type Schemas } from '@/api/client';
import { ifMatch, useOne } from '@/shared/one';

type View = Schemas['InboxView'];

/** What its form has beside the form of the server: which of the two it is. */
export interface InboxDraft {
  way: 'ACCOUNT' | 'FOLDER';
  name: string;
  account: string;
  password: string;
  destinationId: string;
  folder: string;
  deviceId: string;
  jobId: string;
  personId: string;
}

const BLANK: InboxDraft = {
  way: 'ACCOUNT',
  name: '',
  account: '',
  password: '',
  destinationId: '',
  folder: '',
  deviceId: '',
  jobId: '',
  personId: '',
};

/** What the other way has is not sent; an empty password keeps the one that is there. */
export function bodyOf(draft: InboxDraft): Schemas['InboxForm'] {
  const folder = draft.way === 'FOLDER';
  return {
    name: draft.name,
    account: folder ? undefined : draft.account,
    password: folder ? undefined : draft.password || undefined,
    destinationId: folder ? draft.destinationId || undefined : undefined,
    folder: folder ? draft.folder : undefined,
    deviceId: draft.deviceId || undefined,
    jobId: draft.jobId || undefined,
    personId: draft.personId || undefined,
  };
}

export const draftOf = (view: View): InboxDraft => ({
  way: view.destinationId ? 'FOLDER' : 'ACCOUNT',
  name: view.name,
  account: view.account,
  password: '',
  destinationId: view.destinationId ?? '',
  folder: view.folder,
  deviceId: view.deviceId ?? '',
  jobId: view.jobId ?? '',
  personId: view.personId ?? '',
});

/** One inbox being set up: its form, saving and deleting. */
export function useInbox() {
  const one = useOne<View, InboxDraft>({
    path: 'inboxes',
    one: (id) => ask(api.GET('/api/inboxes/{id}', { params: { path: { id } } })),
    add: (draft) => ask(api.POST('/api/inboxes', { body: bodyOf(draft) })),
    change: (id, draft, version) =>
      ask(
        api.PUT('/api/inboxes/{id}', {
          params: { path: { id }, header: ifMatch(version) },
          body: bodyOf(draft),
        }),
      ),
    remove: (id) => ask(api.DELETE('/api/inboxes/{id}', { params: { path: { id } } })),
    blank: () => ({ ...BLANK }),
    formOf: draftOf,
  });
  return { ...one, id: one.openId };
}
