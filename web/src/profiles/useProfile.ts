import { refDebounced } from '@vueuse/core';
import { keepPreviousData, useQuery } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import { ifMatch, useOne } from '@/shared/one';

export type ProfileForm = Schemas['ProfileForm'];
type View = Schemas['ProfileView'];

/** A profile as a new one begins. */
export function blank(): ProfileForm {
  return {
    name: '',
    colour: 'AS_FOUND',
    dpi: 200,
    sides: 'ONE',
    input: { source: 'FEEDER', media: '' },
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

function formOf({ name, colour, dpi, sides, input, tone, tidy, grouping, files }: View): ProfileForm {
  return {
    name,
    colour,
    dpi,
    sides,
    input,
    tone,
    tidy,
    grouping,
    files,
    passcode: null,
    ownerPasscode: null,
  };
}

/** One profile being edited: its form, what a sample page becomes by it, and what it will cost. */
export function useProfile() {
  const one = useOne<View, ProfileForm>({
    path: 'profiles',
    one: (id) => ask(api.GET('/api/profiles/{id}', { params: { path: { id } } })),
    add: (body) => ask(api.POST('/api/profiles', { body })),
    change: (id, body, version) =>
      ask(api.PUT('/api/profiles/{id}', { params: { path: { id }, header: ifMatch(version) }, body })),
    remove: (id) => ask(api.DELETE('/api/profiles/{id}', { params: { path: { id } } })),
    blank,
    formOf,
  });
  const { openId: id, isNew, form } = one;
  const abilities = useQuery({
    queryKey: ['workshop'],
    queryFn: () => ask(api.GET('/api/workshop')),
    staleTime: 300_000,
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

  return {
    ...one,
    id,
    abilities,
    sample,
    media,
    pages,
    limitMb,
    model,
    preview,
    estimate,
  };
}
