import { useQuery } from '@tanstack/vue-query';
import { computed, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, ask, type Schemas } from '@/api/client';
import { blank as blankProfile, type ProfileForm } from '@/profiles/useProfile';
import { ifMatch, useOne } from '@/shared/one';
import { changed, difference, stopOf } from '@/profiles/difference';

export type JobView = Schemas['JobView'];
/** A job as it is edited: how it scans is shown as a whole, and stored as what differs from its profile. */
export type JobDraft = Required<
  Omit<
    Schemas['JobForm'],
    'changes' | 'askFolder' | 'asks' | 'groups' | 'zones' | 'labels' | 'picture' | 'people' | 'guests'
  >
> & {
  askFolder: boolean;
  asks: Schemas['Asking'];
  groups: string[];
  zones: Schemas['Zone'][];
  /** By language. */
  labels: Record<string, string>;
  picture: string;
  people: string[];
  description: string;
  guests: boolean;
  scan: ProfileForm;
};

/** Letters of a name that fit on a panel's button. */
export const LONGEST = 40;

const formOf = (v: JobView): JobDraft => ({
  name: v.name,
  icon: v.icon,
  profileId: v.profileId,
  templateId: v.templateId,
  destinationIds: v.destinations.map((d) => d.id),
  subject: v.subject,
  body: v.body,
  kinds: { ...v.kinds },
  whenTooLarge: v.whenTooLarge,
  notifyWhen: v.notifyWhen,
  askFolder: v.askFolder,
  asks: JSON.parse(JSON.stringify(v.asks)) as Schemas['Asking'],
  groups: [...v.groups],
  zones: v.zones.map((zone) => ({ ...zone })),
  labels: { ...v.labels },
  picture: v.picture,
  people: [...v.people],
  description: v.description,
  guests: v.guests,
  scan: v.scan,
});

/** The profile that differs in the fewest settings from what most scans are; of several, the first by name. */
export function mostUsual<P extends ProfileForm>(profiles: readonly P[]): P | undefined {
  const usual = blankProfile();
  const unusual = (profile: P) => Object.keys(difference(usual, profile)).length;
  return [...profiles].sort((a, b) => unusual(a) - unusual(b))[0];
}

export function useJob() {
  const router = useRouter();
  const route = useRoute();
  const profiles = useQuery({ queryKey: ['profiles'], queryFn: () => ask(api.GET('/api/profiles')) });
  const names = useQuery({ queryKey: ['names'], queryFn: () => ask(api.GET('/api/names')) });
  const baseOf = (id: string): ProfileForm | undefined => {
    const found = profiles.data.value?.find((profile) => profile.id === id);
    return found && { ...found, passcode: null, ownerPasscode: null };
  };
  /** What a new job begins with, once. */
  let copy: JobDraft | undefined;
  function taken() {
    const begin = copy;
    copy = undefined;
    return begin;
  }
  const one = useOne<JobView, JobDraft>({
    path: 'jobs',
    one: (id) => ask(api.GET('/api/jobs/{id}', { params: { path: { id } } })),
    add: (job) => {
      const draft = typeof route.query.draft === 'string' ? route.query.draft : undefined;
      return ask(api.POST('/api/jobs', { params: { query: { draft } }, body: bodyOf(job) }));
    },
    change: (id, draft, version) =>
      ask(
        api.PUT('/api/jobs/{id}', {
          params: { path: { id }, header: ifMatch(version) },
          body: bodyOf(draft),
        }),
      ),
    remove: (id) => ask(api.DELETE('/api/jobs/{id}', { params: { path: { id } } })),
    blank: () =>
      taken() ?? {
        name: '',
        icon: 'letter',
        profileId: '',
        templateId: '',
        destinationIds: [],
        subject: '{job}, {pages} pages',
        body: 'Scanned by {person.name} on {device.name}.\n',
        kinds: {},
        whenTooLarge: 'REFUSE',
        notifyWhen: 'NEVER',
        askFolder: false,
        asks: {
          fileName: 'NO',
          subject: 'NO',
          passcode: 'NO',
          copies: false,
          settings: {},
          questions: [],
          sendAtOnce: false,
          nextDocument: false,
          entry: { mode: 'ANY', domains: [] },
          destinations: false,
        },
        groups: [],
        zones: [],
        labels: {},
        picture: '',
        people: [],
        description: '',
        guests: false,
        scan: blankProfile(),
      },
    formOf,
  });
  const { form } = one;

  function bodyOf({ scan, ...job }: JobDraft): Schemas['JobForm'] {
    const base = baseOf(job.profileId);
    return { ...job, changes: base ? (difference(base, scan) as Record<string, never>) : {} };
  }

  /** What is otherwise stays so by another profile. */
  function choose(profileId: string) {
    const next = baseOf(profileId);
    if (!next) return;
    const before = baseOf(form.value.profileId);
    form.value.scan = before ? changed(next, difference(before, form.value.scan)) : next;
    form.value.profileId = profileId;
  }
  function asProfile(stop?: string) {
    const base = baseOf(form.value.profileId);
    if (!base) return;
    const kept = Object.entries(changes.value).filter(([path]) => stop && stopOf(path) !== stop);
    form.value.scan = changed(base, Object.fromEntries(kept));
  }

  /** One that begins as a ready-made one, or goes on with a draft. @param base the version that a draft was made from */
  function begin(view: JobView, base = '') {
    one.fill(view, base);
  }

  function duplicate() {
    copy = JSON.parse(JSON.stringify(form.value)) as JobDraft;
    copy.name = `${copy.name.slice(0, LONGEST - 5).trim()} copy`;
    one.settled();
    void router.push('/jobs/new');
  }

  // A new one begins with the most usual profile and the first name.
  watch(
    [one.isNew, () => profiles.data.value, () => names.data.value],
    () => {
      if (!one.isNew.value) return;
      const profile = mostUsual(profiles.data.value ?? []);
      const [name] = names.data.value ?? [];
      if (profile && !form.value.profileId) choose(profile.id);
      if (name && !form.value.templateId) form.value.templateId = name.id;
    },
    { immediate: true },
  );

  const base = computed(() => baseOf(form.value.profileId));
  // Somebody changed the profile meanwhile: what the job has otherwise stays, and all else is the profile's.
  let known: { id: string; base: ProfileForm } | undefined;
  watch(
    base,
    (now) => {
      const id = form.value.profileId;
      if (now && known?.id === id) {
        const was = known.base;
        if (Object.keys(difference(was, now)).length)
          one.amend((draft) => {
            if (draft.profileId === id) draft.scan = changed(now, difference(was, draft.scan));
          });
      }
      known = now && { id, base: now };
    },
    { immediate: true },
  );
  const changes = computed(() => (base.value ? difference(base.value, form.value.scan) : {}));
  const differing = computed(() => new Set(Object.keys(changes.value).map(stopOf)));
  return { ...one, profiles, names, base, changes, differing, choose, asProfile, bodyOf, duplicate, begin };
}
