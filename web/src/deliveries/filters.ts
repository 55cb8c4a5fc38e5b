import { computed } from 'vue';
import { useRoute, useRouter, type LocationQueryRaw } from 'vue-router';
import type { Schemas } from '@/api/client';
import { isoDay } from '@/shared/format';

type State = Schemas['DeliveryRow']['state'];

/** The filters of the list; they live in the address, so that a view can be sent to a colleague. */
export function useFilters() {
  const route = useRoute();
  const router = useRouter();
  const text = (name: string) => (typeof route.query[name] === 'string' ? (route.query[name] as string) : '');

  const filters = computed(() => ({
    state: text('state')
      .split(',')
      .filter((s): s is State =>
        ['MOVING', 'WAITING', 'HELD', 'ACCEPTED', 'STOPPED', 'CALLED_OFF'].includes(s),
      ),
    day: text('day'),
    person: text('person'),
    device: text('device'),
    job: text('job'),
    text: text('text'),
  }));

  function set(change: Record<string, string>) {
    const query: LocationQueryRaw = { ...route.query, ...change };
    for (const key of Object.keys(query)) {
      if (!query[key]) delete query[key];
    }
    void router.replace({ query });
  }

  /** As the server wants them. */
  const asked = computed(() => {
    const f = filters.value;
    return {
      state: f.state,
      day: f.day === 'today' ? isoDay(new Date()) : f.day,
      person: f.person || undefined,
      device: f.device || undefined,
      job: f.job || undefined,
      text: f.text,
    };
  });
  const any = computed(() => Object.keys(route.query).some((key) => key !== 'open'));
  return { filters, asked, any, set, clear: () => void router.replace({ query: {} }) };
}
