import { flushPromises } from '@vue/test-utils';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { useLongList, type Wanted } from '@/shared/longList';
import { use } from './mounted';

const ROWS = Array.from({ length: 250 }, (_, i) => ({ id: `d${i}`, name: `Desk ${i}` }));
const asked: Wanted[] = [];
/** A server that hands over a hundred at a time. */
function answer(wanted: Wanted) {
  asked.push(wanted);
  const fitting = ROWS.filter((row) => row.name.includes(wanted.find ?? ''));
  const from = wanted.from ?? 0;
  return Promise.resolve({
    rows: fitting.slice(from, from + 100),
    total: ROWS.length,
    attention: 3,
    fitting: fitting.length,
  });
}
let lists = 0;
const open = (key = `list ${lists++}`) => use(() => useLongList(key, answer));

beforeEach(() => {
  asked.length = 0;
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
});
async function settle() {
  await flushPromises();
  vi.advanceTimersByTime(200);
  await flushPromises();
}

describe('a list that may be long', () => {
  it('is shown in parts, each asked for when it is wanted, and no row twice', async () => {
    const list = await open();
    expect(list.rows.value).toHaveLength(100);
    expect(list.hidden.value).toBe(150);
    list.showMore();
    await settle();
    list.showMore();
    await settle();
    expect(list.rows.value.map((row) => row.id)).toEqual(ROWS.map((row) => row.id));
    expect(list.hidden.value).toBe(0);
    expect(asked.map((one) => one.from)).toEqual([undefined, 100, 200]);
  });

  it('is narrowed by the server once somebody stops typing', async () => {
    const list = await open();
    list.words.value = 'Desk';
    list.words.value = 'Desk 24';
    await settle();
    expect(asked.map((one) => one.find)).toEqual([undefined, 'Desk 24']);
    expect(list.rows.value).toHaveLength(11);
    expect(list.total.value).toBe(250);
  });

  it('is ordered up, down, and as it was', async () => {
    const list = await open();
    for (const direction of ['ascending', 'descending', 'none']) {
      list.orderBy('name');
      await settle();
      expect(list.direction('name')).toBe(direction);
    }
    expect(asked.map((one) => one.sort)).toEqual([undefined, 'name', '-name', undefined]);
  });

  it('looks for what a link says, and for what needs a person', async () => {
    const list = await use(() => useLongList('linked', answer), '/desks?find=Desk%207');
    expect(asked.at(-1)?.find).toBe('Desk 7');
    await list.router.push('/desks?attention');
    await settle();
    expect(asked.at(-1)).toMatchObject({ find: undefined, attention: true });
    await list.router.push('/desks');
    await settle();
    expect(list.attention.value).toBe(true);
  });

  it('has a box when it is short too, as long as something was looked for', async () => {
    const few = () => Promise.resolve({ rows: ROWS.slice(0, 2), total: 2, attention: 0, fitting: 2 });
    const list = await use(() => useLongList('few', few));
    expect(list.canNarrow.value).toBe(false);
    await list.router.push('/?find=Desk');
    await settle();
    expect(list.canNarrow.value).toBe(true);
  });

  it('is found as it was left', async () => {
    const first = await open('rooms');
    first.words.value = 'Desk 7';
    first.attention.value = true;
    await settle();
    first.wrapper.unmount();
    const again = await open('rooms');
    expect(again.words.value).toBe('Desk 7');
    expect(asked.at(-1)).toMatchObject({ find: 'Desk 7', attention: true });
  });
});
