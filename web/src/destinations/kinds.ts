import { useQuery } from '@tanstack/vue-query';
import { computed, shallowRef, watch } from 'vue';
import { api, ask, type Schemas } from '@/api/client';

export type KindView = Schemas['KindView'];
export type Kind = KindView['kind'];

/** What the server knows of the ways out, in the order in which an office usually sets them up. */
export const KINDS = shallowRef<KindView[]>([]);
const of = computed(() => new Map(KINDS.value.map((one) => [one.kind, one])));

/** Asks the server for the kinds, once. */
export function useKinds() {
  const query = useQuery({
    queryKey: ['destination-kinds'],
    queryFn: () => ask(api.GET('/api/destinations/kinds')),
    staleTime: Infinity,
  });
  watch(query.data, (kinds) => (KINDS.value = kinds ?? KINDS.value), { immediate: true });
  return query;
}

export const kindOf = (kind: Kind) => of.value.get(kind);
const isOf = (kind: Kind, ...families: KindView['family'][]) =>
  families.some((family) => family === kindOf(kind)?.family);
export const kindWords = (kind: Kind) => kindOf(kind)?.words ?? '';
export const isFolder = (kind: Kind) => isOf(kind, 'SERVER_FOLDER', 'CLOUD_FOLDER');
export const needsMailServer = (kind: Kind) => kindOf(kind)?.through === 'MAIL_SERVER';
export const needsShelfFolder = (kind: Kind) => kindOf(kind)?.through === 'SHELF_FOLDER';
export const needsDevice = (kind: Kind) => kindOf(kind)?.through === 'DEVICE';
export const isMail = (kind: Kind) => isOf(kind, 'MAIL');
export const isAtTheDevice = (kind: Kind) => isOf(kind, 'DEVICE_STORAGE');
/** Where each person gives consent for themselves. */
export const asksConsent = (kind: Kind) => isOf(kind, 'CLOUD_FOLDER');
/** Whose folders can be looked into from the desk: those of a person cannot. */
export const isBrowsable = (kind: Kind) => isOf(kind, 'SERVER_FOLDER');
