import { describe, expect, it } from 'vitest';
import { nextTick, ref } from 'vue';
import { useLongList } from '@/shared/longList';

const rows = (n: number) => Array.from({ length: n }, (_, i) => ({ name: `Desk ${i}` }));

describe('a list that may be long', () => {
  it('is shown a hundred at a time', () => {
    const list = useLongList(ref(rows(250)), (row) => row.name);
    expect(list.shown.value).toHaveLength(100);
    expect(list.hidden.value).toBe(150);
    list.showMore();
    list.showMore();
    expect(list.shown.value).toHaveLength(250);
    expect(list.hidden.value).toBe(0);
  });

  it('is narrowed by what is typed, whatever the case, and begins anew', async () => {
    const list = useLongList(ref(rows(250)), (row) => row.name);
    list.showMore();
    list.words.value = ' desk 24';
    await nextTick();
    expect(list.shown.value.map((row) => row.name)).toEqual([
      'Desk 24',
      ...rows(250)
        .slice(240)
        .map((r) => r.name),
    ]);
    list.words.value = '';
    await nextTick();
    expect(list.shown.value).toHaveLength(100);
  });

  it('needs no box when it is short', () => {
    expect(useLongList(ref(rows(20)), (row) => row.name).isLong.value).toBe(false);
    expect(useLongList(ref(rows(31)), (row) => row.name).isLong.value).toBe(true);
  });
});
