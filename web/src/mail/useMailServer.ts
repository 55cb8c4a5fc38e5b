import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, ask, type Schemas } from '@/api/client';
import { useSession } from '@/app/session';
import { useForm } from '@/shared/problems';
import { useToast } from '@/shared/toast';

type Form = Schemas['MailServerForm'];

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

/** One mail server being set up: its form, its probe, saving and deleting. */
export function useMailServer() {
  const route = useRoute();
  const router = useRouter();
  const queries = useQueryClient();
  const { identity } = useSession();
  const { say } = useToast();
  const state = useForm();

  const id = computed(() => String(route.params.id));
  const isNew = computed(() => id.value === 'new');
  const query = useQuery({
    queryKey: computed(() => ['mail-servers', id.value]),
    queryFn: () => ask(api.GET('/api/mail-servers/{id}', { params: { path: { id: id.value } } })),
    enabled: computed(() => !isNew.value),
  });
  const form = ref<Form>({ ...BLANK });
  const before = ref(JSON.stringify(form.value));
  const testTo = ref('');
  const report = ref<Schemas['ProbeReport']>();
  const probing = ref(false);
  const dirty = computed(() => JSON.stringify(form.value) !== before.value);

  watch(
    query.data,
    (server) => {
      if (!server || dirty.value) return;
      form.value = {
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
      };
      before.value = JSON.stringify(form.value);
      if (server.lastProbe) report.value = server.lastProbe;
    },
    { immediate: true },
  );
  watch(identity, (who) => (testTo.value ||= who?.email ?? ''), { immediate: true });

  /** An empty password field keeps the password that is there. */
  const body = computed<Form>(() => ({ ...form.value, password: form.value.password || undefined }));

  async function save() {
    const saved = await state.attempt(() =>
      isNew.value
        ? ask(api.POST('/api/mail-servers', { body: body.value }))
        : ask(api.PUT('/api/mail-servers/{id}', { params: { path: { id: id.value } }, body: body.value })),
    );
    if (!saved) return;
    form.value.password = '';
    form.value.clientSecret = undefined;
    before.value = JSON.stringify(form.value);
    queries.setQueryData(['mail-servers', saved.id], saved);
    if (isNew.value) await router.push('/mail-servers/' + saved.id);
    say(`${saved.name} saved. Waiting deliveries are sent now.`);
    await queries.invalidateQueries({ queryKey: ['mail-servers'] });
  }

  async function probe() {
    probing.value = true;
    const draft = isNew.value || dirty.value;
    const found = await state.attempt(() =>
      draft
        ? ask(
            api.POST('/api/mail-servers/probe', {
              body: { id: isNew.value ? undefined : id.value, form: body.value, testTo: testTo.value },
            }),
          )
        : ask(
            api.POST('/api/mail-servers/{id}/probe', {
              params: { path: { id: id.value } },
              body: { testTo: testTo.value },
            }),
          ),
    );
    probing.value = false;
    if (found) report.value = found;
  }

  async function remove() {
    const done = await state.attempt(async () => {
      await ask(api.DELETE('/api/mail-servers/{id}', { params: { path: { id: id.value } } }));
      return true;
    });
    if (!done) return;
    say(`${form.value.name} deleted.`);
    await queries.invalidateQueries({ queryKey: ['mail-servers'] });
    await router.push('/mail-servers');
  }

  function trust() {
    if (!report.value?.certificate) return;
    form.value.certificateCheck = 'EXACTLY_THIS';
    form.value.fingerprint = report.value.certificate.fingerprint;
  }

  return { id, isNew, query, form, testTo, report, probing, dirty, save, probe, remove, trust, ...state };
}
