import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, ask, type Schemas } from '@/api/client';
import { useForm } from '@/shared/problems';
import { PRINTERS } from '@/shared/pickable';
import { useToast } from '@/shared/toast';
import { BLANK_FOLDER, isAtTheDevice, isFolder, isMail, needsMailServer, type Folder } from './kinds';

type View = Schemas['DestinationView'];
type Form = Omit<Schemas['DestinationForm'], 'folder' | 'link' | 'mail'> & {
  folder: Folder;
  link: Schemas['LinkSettings'];
  mail: Schemas['MailSettings'];
  /** Apart from the mail server, as the kind may change to and fro. */
  printerId: string;
};

const goesThrough = (kind: Form['kind']) => needsMailServer(kind) || kind === 'PRINTER';

const BLANK: Form = {
  name: '',
  kind: 'MAIL_TO_ME',
  routeId: '',
  printerId: '',
  recipients: [],
  folder: BLANK_FOLDER,
  link: { days: 14, withPasscode: false },
  mail: { copies: [], copyToSender: false, directEntry: true },
  ownerId: '',
};

function formOf(view: View): Form {
  return {
    name: view.name,
    kind: view.kind,
    routeId: view.routeId,
    printerId: view.kind === 'PRINTER' ? view.routeId : '',
    recipients: [...view.recipients],
    folder: {
      ...BLANK_FOLDER,
      ...view.folder,
      consent: { ...BLANK_FOLDER.consent, ...view.folder?.consent },
    },
    link: { ...BLANK.link, ...view.link },
    mail: { ...BLANK.mail, ...view.mail },
    ownerId: view.ownerId ?? '',
  };
}

/** One destination being set up: its form, its probe, saving and deleting. */
export function useDestination() {
  const route = useRoute();
  const router = useRouter();
  const queries = useQueryClient();
  const { say } = useToast();
  const state = useForm();

  const id = computed(() => String(route.params.id));
  const isNew = computed(() => id.value === 'new');
  const form = ref<Form>(structuredClone(BLANK));
  const query = useQuery({
    queryKey: computed(() => ['destinations', id.value]),
    queryFn: () => ask(api.GET('/api/destinations/{id}', { params: { path: { id: id.value } } })),
    enabled: computed(() => !isNew.value),
  });
  const servers = useQuery({
    queryKey: ['mail-servers'],
    queryFn: () => ask(api.GET('/api/mail-servers')),
  });
  const isPrinter = computed(() => form.value.kind === 'PRINTER');
  const printers = useQuery({
    queryKey: ['devices', 'first printer'],
    queryFn: () => PRINTERS.list({ count: 1 }),
    enabled: isPrinter,
  });
  const history = useQuery({
    queryKey: computed(() => ['destinations', id.value, 'probes']),
    queryFn: () => ask(api.GET('/api/destinations/{id}/probes', { params: { path: { id: id.value } } })),
    enabled: computed(() => !isNew.value),
  });

  const before = ref(JSON.stringify(form.value));
  const report = ref<Schemas['ProbeReport']>();
  const probing = ref(false);
  const dirty = computed(() => JSON.stringify(form.value) !== before.value);

  watch(
    query.data,
    (view) => {
      if (!view || dirty.value) return;
      form.value = formOf(view);
      before.value = JSON.stringify(form.value);
      report.value = view.lastProbe ?? undefined;
    },
    { immediate: true },
  );
  /** With one there is nothing to choose. */
  const routeId = computed({
    get: () => {
      if (isPrinter.value) return form.value.printerId || printers.data.value?.rows[0]?.id || '';
      const all = servers.data.value ?? [];
      return all.find((one) => one.id === form.value.routeId)?.id ?? all[0]?.id ?? '';
    },
    set: (id) => {
      if (isPrinter.value) form.value.printerId = id;
      else form.value.routeId = id;
    },
  });

  const body = computed<Schemas['DestinationForm']>(() => {
    const f = form.value;
    return {
      name: f.name,
      kind: f.kind,
      routeId: goesThrough(f.kind) ? routeId.value || undefined : undefined,
      recipients: f.kind === 'MAIL_FIXED' ? f.recipients : [],
      folder: isFolder(f.kind) || isAtTheDevice(f.kind) ? f.folder : undefined,
      secret: f.secret,
      link: f.kind === 'LINK' ? f.link : undefined,
      mail: isMail(f.kind) ? f.mail : undefined,
      ownerId: f.ownerId || undefined,
    };
  });

  /** What was fetched before something was added to it is asked for again, so that nobody is told to choose from nothing. */
  async function completeRoutes() {
    if (!goesThrough(form.value.kind) || routeId.value) return;
    await (isPrinter.value ? printers : servers).refetch();
  }

  async function save() {
    await completeRoutes();
    const saved = await state.attempt(() =>
      isNew.value
        ? ask(api.POST('/api/destinations', { body: body.value }))
        : ask(api.PUT('/api/destinations/{id}', { params: { path: { id: id.value } }, body: body.value })),
    );
    if (!saved) return;
    const wasNew = isNew.value;
    form.value = formOf(saved);
    before.value = JSON.stringify(form.value);
    queries.setQueryData(['destinations', saved.id], saved);
    if (wasNew) await router.push('/destinations/' + saved.id);
    say(wasNew ? `${saved.name} created.` : `${saved.name} saved. Waiting deliveries are sent now.`);
    await queries.invalidateQueries({ queryKey: ['destinations'] });
  }

  async function probe() {
    if (!isFolder(form.value.kind) || probing.value) return;
    probing.value = true;
    const draft = isNew.value || dirty.value;
    const found = await state.attempt(() =>
      draft
        ? ask(
            api.POST('/api/destinations/probe', {
              body: { id: isNew.value ? undefined : id.value, form: body.value },
            }),
          )
        : ask(api.POST('/api/destinations/{id}/probe', { params: { path: { id: id.value } } })),
    );
    probing.value = false;
    if (!found) return;
    report.value = found;
    if (!draft) void history.refetch();
  }

  async function remove() {
    const done = await state.attempt(async () => {
      await ask(api.DELETE('/api/destinations/{id}', { params: { path: { id: id.value } } }));
      return true;
    });
    if (!done) return;
    say(`${form.value.name} deleted.`);
    await router.push('/destinations');
    await queries.invalidateQueries({ queryKey: ['destinations'] });
  }

  function trust() {
    if (!report.value?.certificate) return;
    form.value.folder.certificateCheck = 'EXACTLY_THIS';
    form.value.folder.fingerprint = report.value.certificate.fingerprint;
  }

  return {
    id,
    isNew,
    query,
    servers,
    noPrinter: computed(() => printers.data.value?.total === 0),
    history,
    form,
    routeId,
    report,
    probing,
    dirty,
    save,
    probe,
    remove,
    trust,
    ...state,
  };
}
