import { useQuery } from '@tanstack/vue-query';
import { computed, ref, watch } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import { ifMatch, useOne, type One } from '@/shared/one';
import { PRINTERS } from '@/shared/pickable';
import { isFolder, needsDevice, needsMailServer, needsShelfFolder } from './kinds';
import { fitting, withValue, type Settings } from './settings';

type View = Schemas['DestinationView'];
type Form = Omit<Schemas['DestinationForm'], 'settings'> & {
  settings: Settings;
  /** Devices and folders by kind, apart from the mail server, as the kind may change to and fro. */
  devices: Record<string, string>;
};

const goesThrough = (kind: Form['kind']) =>
  needsMailServer(kind) || needsDevice(kind) || needsShelfFolder(kind);

const BLANK: Form = {
  name: '',
  kind: 'MAIL_TO_ME',
  routeId: '',
  devices: {},
  settings: {},
  ownerId: '',
};

function formOf(view: View): Form {
  return {
    name: view.name,
    kind: view.kind,
    routeId: view.routeId,
    devices: { [view.kind]: view.routeId },
    settings: view.settings,
    ownerId: view.ownerId ?? '',
  };
}

/** One destination being set up: its form, its probe, saving and deleting. */
export function useDestination() {
  const one: One<View, Form> = useOne<View, Form>({
    path: 'destinations',
    one: (id) => ask(api.GET('/api/destinations/{id}', { params: { path: { id } } })),
    add: () => ask(api.POST('/api/destinations', { body: body.value })),
    change: (id, _, version) =>
      ask(
        api.PUT('/api/destinations/{id}', {
          params: { path: { id }, header: ifMatch(version) },
          body: body.value,
        }),
      ),
    remove: (id) => ask(api.DELETE('/api/destinations/{id}', { params: { path: { id } } })),
    blank: () => structuredClone(BLANK),
    formOf,
    saidOf: (view) => `${view.name} saved. Waiting deliveries are sent now.`,
  });
  const { openId: id, isNew, open, form, dirty, attempt } = one;
  const servers = useQuery({
    queryKey: ['mail-servers'],
    queryFn: () => ask(api.GET('/api/mail-servers')),
  });
  const isPrinter = computed(() => needsDevice(form.value.kind));
  const printers = useQuery({
    queryKey: ['devices', 'first printer'],
    queryFn: () => PRINTERS.list({ count: 1 }),
    enabled: isPrinter,
  });
  const isOnShelf = computed(() => needsShelfFolder(form.value.kind));
  const folders = useQuery({
    queryKey: ['shelf', 'set-up'],
    queryFn: () => ask(api.GET('/api/shelf/folders')),
    enabled: isOnShelf,
  });
  const history = useQuery({
    queryKey: computed(() => ['destinations', id.value, 'probes']),
    queryFn: () => ask(api.GET('/api/destinations/{id}/probes', { params: { path: { id: id.value } } })),
    enabled: computed(() => !isNew.value),
  });

  const report = ref<Schemas['ProbeReport']>();
  const probing = ref(false);
  watch(
    open,
    (view) => {
      if (view && !dirty.value) report.value = view.lastProbe ?? undefined;
    },
    { immediate: true },
  );
  /** With one there is nothing to choose. */
  const routeId = computed({
    get: () => {
      if (isPrinter.value)
        return form.value.devices[form.value.kind] || printers.data.value?.rows[0]?.id || '';
      if (isOnShelf.value) return form.value.devices[form.value.kind] || folders.data.value?.[0]?.id || '';
      const all = servers.data.value ?? [];
      return all.find((one) => one.id === form.value.routeId)?.id ?? all[0]?.id ?? '';
    },
    set: (id) => {
      if (isPrinter.value || isOnShelf.value)
        form.value.devices = { ...form.value.devices, [form.value.kind]: id };
      else form.value.routeId = id;
    },
  });

  const body = computed<Schemas['DestinationForm']>(() => {
    const f = form.value;
    return {
      name: f.name,
      kind: f.kind,
      routeId: goesThrough(f.kind) ? routeId.value || undefined : undefined,
      settings: fitting(f.settings, f.kind),
      secret: f.secret,
      ownerId: f.ownerId || undefined,
    };
  });

  /** What was fetched before something was added to it is asked for again, so that nobody is told to choose from nothing. */
  async function completeRoutes() {
    if (!goesThrough(form.value.kind) || routeId.value) return;
    await (isPrinter.value ? printers : isOnShelf.value ? folders : servers).refetch();
  }

  async function save() {
    await completeRoutes();
    return one.save();
  }

  async function probe() {
    if (!isFolder(form.value.kind) || probing.value) return;
    probing.value = true;
    const draft = isNew.value || dirty.value;
    const found = await attempt(() =>
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

  function trust() {
    if (!report.value?.certificate) return;
    const trusting = withValue(form.value.settings, 'certificateCheck', 'EXACTLY_THIS');
    form.value.settings = withValue(trusting, 'fingerprint', report.value.certificate.fingerprint);
  }

  return {
    ...one,
    id,
    servers,
    folders,
    noPrinter: computed(() => printers.data.value?.total === 0),
    history,
    routeId,
    report,
    probing,
    save,
    probe,
    trust,
  };
}
