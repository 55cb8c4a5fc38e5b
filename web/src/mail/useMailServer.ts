import { ref, watch } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import { useSession } from '@/app/session';
import { ifMatch, useOne } from '@/shared/one';
import { useProbing } from '@/shared/probing';

type Form = Schemas['MailServerForm'];
type View = Schemas['MailServerView'];

const BLANK: Form = {
  name: '',
  host: '',
  port: 587,
  encryption: 'STARTTLS',
  certificateCheck: 'MUST_BE_VALID',
  fingerprint: '',
  signIn: 'PASSWORD',
  account: '',
  password: '',
  sender: '',
  senderIsPerson: false,
  sizeLimitMb: 0,
  tokenEndpoint: '',
  clientId: '',
};

/** An empty password field keeps the password that is there. */
const body = (form: Form): Form => ({ ...form, password: form.password || undefined });

const formOf = (server: View): Form => ({
  name: server.name,
  host: server.host,
  port: server.port,
  encryption: server.encryption,
  certificateCheck: server.certificateCheck,
  fingerprint: server.fingerprint,
  signIn: server.signIn,
  account: server.account,
  password: '',
  sender: server.sender,
  senderIsPerson: server.senderIsPerson,
  sizeLimitMb: server.sizeLimitMb,
  tokenEndpoint: server.tokenEndpoint,
  clientId: server.clientId,
});

/** One mail server being set up: its form, its probe, saving and deleting. */
export function useMailServer() {
  const { identity } = useSession();
  const one = useOne<View, Form>({
    path: 'mail-servers',
    one: (id) => ask(api.GET('/api/mail-servers/{id}', { params: { path: { id } } })),
    add: (form) => ask(api.POST('/api/mail-servers', { body: body(form) })),
    change: (id, form, version) =>
      ask(
        api.PUT('/api/mail-servers/{id}', {
          params: { path: { id }, header: ifMatch(version) },
          body: body(form),
        }),
      ),
    remove: (id) => ask(api.DELETE('/api/mail-servers/{id}', { params: { path: { id } } })),
    blank: () => ({ ...BLANK }),
    formOf,
    saidOf: (view) => `${view.name} saved. Waiting deliveries are sent now.`,
  });
  const { openId: id, isNew, form } = one;
  const testTo = ref('');
  const probed = useProbing(
    one,
    () =>
      ask(
        api.POST('/api/mail-servers/probe', {
          body: { id: isNew.value ? undefined : id.value, form: body(form.value), testTo: testTo.value },
        }),
      ),
    () =>
      ask(
        api.POST('/api/mail-servers/{id}/probe', {
          params: { path: { id: id.value } },
          body: { testTo: testTo.value },
        }),
      ),
  );
  watch(identity, (who) => (testTo.value ||= who?.email ?? ''), { immediate: true });

  return { ...one, ...probed, id, testTo };
}
