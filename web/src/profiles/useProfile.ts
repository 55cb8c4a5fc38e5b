import { refDebounced } from '@vueuse/core';
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, ask, type Schemas } from '@/api/client';
import { useForm } from '@/shared/problems';
import { useToast } from '@/shared/toast';

export type ProfileForm = Schemas['ProfileForm'];

/** A profile as a new one begins. */
export function blank(): ProfileForm {
  return {
    name: '',
    colour: 'AS_FOUND',
    dpi: 200,
    sides: 'ONE',
    tone: { content: 'TEXT', threshold: 'LOCAL', exposure: 'AS_SCANNED', density: 0, contrast: 0 },
    tidy: {
      skipBlank: 'NO',
      crop: false,
      straighten: true,
      upright: false,
      edges: 'LEAVE',
      marginMm: 4,
      gutter: false,
      openedBook: 'NO',
      eachPaper: false,
      fringe: false,
      scalePercent: 100,
      scaleTo: '',
      fileDpi: 0,
      stamp: { text: '', corner: 'TOP_RIGHT', ink: 'BLACK', points: 10 },
      card: false,
      portrait: false,
    },
    grouping: { everyPages: 0, atBlank: false, atSeparator: false, byKind: false },
    files: {
      type: 'PDF',
      pagesPerFile: 'ALL',
      light: false,
      searchable: false,
      archive: false,
      languages: ['eng'],
      quality: 'USUAL',
      protection: { passcode: '', ownerPasscode: '', mayPrint: true, mayCopy: true, mayChange: true },
      spokenAs: 'OGG_OPUS',
    },
    passcode: null,
    ownerPasscode: null,
  };
}

function formOf(view: Schemas['ProfileView']): ProfileForm {
  const { name, colour, dpi, sides, tone, tidy, grouping, files } = view;
  return structuredClone({
    name,
    colour,
    dpi,
    sides,
    tone,
    tidy,
    grouping,
    files,
    passcode: null,
    ownerPasscode: null,
  });
}

/** One profile being edited: its form, what a sample page becomes by it, and what it will cost. */
export function useProfile() {
  const route = useRoute();
  const router = useRouter();
  const queries = useQueryClient();
  const { say } = useToast();
  const { general, busy, attempt } = useForm();
  const id = computed(() => String(route.params.id));
  const isNew = computed(() => id.value === 'new');
  const query = useQuery({
    queryKey: computed(() => ['profiles', id.value]),
    queryFn: () => ask(api.GET('/api/profiles/{id}', { params: { path: { id: id.value } } })),
    enabled: computed(() => !isNew.value),
  });
  const abilities = useQuery({
    queryKey: ['workshop'],
    queryFn: () => ask(api.GET('/api/workshop')),
    staleTime: 300_000,
  });
  const form = ref(blank());
  watch(query.data, (view) => view && (form.value = formOf(JSON.parse(JSON.stringify(view)))), {
    immediate: true,
  });

  const sample = ref('letter');
  const media = ref('iso_a4_210x297mm');
  const pages = ref(10);
  const limitMb = ref(20);
  const model = ref('');
  const asked = refDebounced(
    computed(() => JSON.stringify(form.value)),
    250,
  );
  const body = () => ({
    profile: JSON.parse(asked.value) as ProfileForm,
    profileId: isNew.value ? null : id.value,
  });
  const preview = useQuery({
    queryKey: computed(() => ['profile-preview', asked.value, sample.value]),
    queryFn: () => ask(api.POST('/api/workshop/preview', { body: { ...body(), sample: sample.value } })),
    placeholderData: keepPreviousData,
    retry: false,
    gcTime: 60_000,
  });
  const estimate = useQuery({
    queryKey: computed(() => [
      'profile-estimate',
      asked.value,
      media.value,
      pages.value,
      limitMb.value,
      model.value,
    ]),
    queryFn: () =>
      ask(
        api.POST('/api/workshop/estimate', {
          body: {
            ...body(),
            media: media.value,
            pages: pages.value,
            limitMb: limitMb.value,
            model: model.value,
          },
        }),
      ),
    placeholderData: keepPreviousData,
    retry: false,
  });

  async function save() {
    const saved = await attempt(() =>
      isNew.value
        ? ask(api.POST('/api/profiles', { body: form.value }))
        : ask(api.PUT('/api/profiles/{id}', { params: { path: { id: id.value } }, body: form.value })),
    );
    if (!saved) return;
    const wasNew = isNew.value;
    queries.setQueryData(['profiles', saved.id], saved);
    await queries.invalidateQueries({ queryKey: ['profiles'] });
    if (wasNew) await router.push('/profiles/' + saved.id);
    say(wasNew ? `${saved.name} created.` : `${saved.name} saved.`);
  }
  async function remove() {
    const done = await attempt(async () => {
      await ask(api.DELETE('/api/profiles/{id}', { params: { path: { id: id.value } } }));
      return true;
    });
    if (!done) return;
    const name = form.value.name;
    await router.push('/profiles');
    say(`${name} deleted.`);
    await queries.invalidateQueries();
  }

  return {
    id,
    isNew,
    query,
    abilities,
    form,
    sample,
    media,
    pages,
    limitMb,
    model,
    preview,
    estimate,
    general,
    busy,
    save,
    remove,
  };
}
