import { api, ask, type Schemas } from '@/api/client';
import { ifMatch, useOne } from '@/shared/one';
import { useProbing } from '@/shared/probing';

type Form = Schemas['DirectoryForm'];
type View = Schemas['DirectoryView'];

const BLANK: Form = {
  name: '',
  host: '',
  port: 389,
  encryption: 'STARTTLS',
  certificateCheck: 'MUST_BE_VALID',
  fingerprint: '',
  account: '',
  password: '',
  base: '',
  filter: '(objectClass=inetOrgPerson)',
  attributes: { login: 'uid', name: 'cn', email: 'mail' },
  groupOf: '',
  groupFilter: '(objectClass=groupOfNames)',
  groups: [],
  takesPeople: 'BY_HAND',
  time: '05:30',
  search: true,
};

/** An empty password field keeps the password that is there. */
const body = (form: Form): Form => ({ ...form, password: form.password || undefined });

function formOf(view: View): Form {
  const { name, host, port, encryption, certificateCheck, fingerprint, account, base, filter } = view;
  const { groupOf, groupFilter, takesPeople, time, search } = view;
  return {
    name,
    host,
    port,
    encryption,
    certificateCheck,
    fingerprint,
    account,
    password: '',
    base,
    filter,
    attributes: { ...view.attributes },
    groupOf,
    groupFilter,
    groups: [...view.groups],
    takesPeople,
    time,
    search,
  };
}

/** One directory being set up: its form, its probe, saving and deleting. */
export function useDirectory() {
  const one = useOne<View, Form>({
    path: 'directories',
    one: (id) => ask(api.GET('/api/directories/{id}', { params: { path: { id } } })),
    add: (form) => ask(api.POST('/api/directories', { body: body(form) })),
    change: (id, form, version) =>
      ask(
        api.PUT('/api/directories/{id}', {
          params: { path: { id }, header: ifMatch(version) },
          body: body(form),
        }),
      ),
    remove: (id) => ask(api.DELETE('/api/directories/{id}', { params: { path: { id } } })),
    blank: () => ({ ...BLANK, attributes: { ...BLANK.attributes }, groups: [] }),
    formOf,
  });
  const { openId: id, isNew, form } = one;
  const probed = useProbing(
    one,
    () =>
      ask(
        api.POST('/api/directories/probe', {
          body: { id: isNew.value ? undefined : id.value, form: body(form.value) },
        }),
      ),
    () => ask(api.POST('/api/directories/{id}/probe', { params: { path: { id: id.value } } })),
  );
  return { ...one, ...probed, id };
}
