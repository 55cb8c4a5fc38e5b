import { flushPromises } from '@vue/test-utils';
import { describe, expect, it, vi } from 'vitest';
import { useFilters } from '@/deliveries/filters';
import { setZone } from '@/shared/format';
import { use } from './mounted';

describe('the filters of the deliveries live in the address', () => {
  it('are read from it, and what is no state is left out', async () => {
    const { filters, asked, any } = await use(
      useFilters,
      '/deliveries?state=WAITING,NONSENSE,HELD&person=p1&text=tide',
    );
    expect(filters.value.state).toEqual(['WAITING', 'HELD']);
    expect(asked.value).toMatchObject({ state: ['WAITING', 'HELD'], person: 'p1', text: 'tide' });
    expect(asked.value.device).toBeUndefined();
    expect(any.value).toBe(true);
  });

  it('go back into it, and what is empty goes out of it', async () => {
    const view = await use(useFilters, '/deliveries?text=tide&open=d1');
    view.set({ text: '', job: 'j1' });
    await flushPromises();
    expect(view.router.currentRoute.value.query).toEqual({ job: 'j1', open: 'd1' });
    view.clear();
    await flushPromises();
    expect(view.router.currentRoute.value.query).toEqual({});
  });

  it('an open row is no filter', async () => {
    expect((await use(useFilters, '/deliveries?open=d1')).any.value).toBe(false);
  });

  it('today is the office’s day', async () => {
    vi.useFakeTimers({ now: new Date('2026-11-24T22:30:00Z') });
    setZone('Europe/Helsinki');
    expect((await use(useFilters, '/deliveries?day=today')).asked.value.day).toBe('2026-11-25');
    vi.useRealTimers();
    setZone('UTC');
  });
});
