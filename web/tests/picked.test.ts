import { describe, expect, it } from 'vitest';
import { nextTick, ref } from 'vue';
import { usePicked } from '@/shared/picked';
import { use } from './mounted';

const rows = ref([{ id: 'a' }, { id: 'b' }]);
const list = { rows, hidden: ref(3), words: ref(''), attention: ref(false) };

describe('what is chosen in a list', () => {
  it('is rows one by one, all that are shown, or all that fit', async () => {
    const { composed: picked } = await use(() => usePicked(list));
    expect(picked.number.value).toBe(0);
    picked.set('a', true);
    expect([picked.has('a'), picked.has('b'), picked.allShown.value]).toEqual([true, false, false]);
    expect(picked.body.value).toEqual({ ids: ['a'] });
    picked.pick(picked.shownIds.value);
    expect([picked.allShown.value, picked.canHaveAll.value, picked.number.value]).toEqual([true, true, 2]);
    list.words.value = 'crew ';
    await nextTick();
    expect(picked.number.value, 'what is looked for next is something else').toBe(0);
    picked.pick(picked.shownIds.value);
    picked.takeAll();
    expect(picked.number.value).toBe(5);
    expect(picked.body.value).toEqual({ all: true, find: 'crew', attention: undefined });
    picked.set('b', false);
    expect(picked.body.value, 'one by one again').toEqual({ ids: ['a'] });
  });
});
