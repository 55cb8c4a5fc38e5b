import { api, ask } from '@/api/client';
import type { Wanted } from './longList';

/** What can be chosen from, for `PickOne`. */
export const PEOPLE = {
  area: 'people',
  list: (query: Wanted, signal?: AbortSignal) => ask(api.GET('/api/people', { params: { query }, signal })),
  one: (id: string) => ask(api.GET('/api/people/{id}', { params: { path: { id } } })),
};
export const DEVICES = {
  area: 'devices',
  list: (query: Wanted, signal?: AbortSignal) => ask(api.GET('/api/devices', { params: { query }, signal })),
  one: (id: string) => ask(api.GET('/api/devices/{id}', { params: { path: { id } } })),
};
export const PRINTERS = {
  ...DEVICES,
  list: (query: Wanted, signal?: AbortSignal) =>
    ask(api.GET('/api/devices', { params: { query: { ...query, printing: true } }, signal })),
};
export const JOBS = {
  area: 'jobs',
  list: (query: Wanted, signal?: AbortSignal) => ask(api.GET('/api/jobs', { params: { query }, signal })),
  one: (id: string) => ask(api.GET('/api/jobs/{id}', { params: { path: { id } } })),
};
export const DESTINATIONS = {
  area: 'destinations',
  list: (query: Wanted, signal?: AbortSignal) =>
    ask(api.GET('/api/destinations', { params: { query }, signal })),
  one: (id: string) => ask(api.GET('/api/destinations/{id}', { params: { path: { id } } })),
};
