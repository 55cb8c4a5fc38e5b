import { describe, expect, it } from 'vitest';
import { choicesOf, choicesOfCsv, textOf } from '@/jobs/choices';
import { dayOf } from '@/shared/format';

describe('choices', () => {
  it('are written as they are read', () => {
    const choices = [
      { value: 'E4', words: 'East quay 4' },
      { value: 'a=b', words: '' },
      { value: '007', words: 'x = y' },
    ];
    expect(choicesOf(textOf(choices))).toEqual(choices);
    expect(choicesOf(' \n one \n\n')).toEqual([{ value: 'one', words: '' }]);
  });

  // RFC 4180, sections 2.5 to 2.7; semicolons are what spreadsheets write where a comma is the decimal sign.
  it.each([
    ['E4,East quay 4\r\nW1,"West, ""old"" quay"\r\n', ['East quay 4', 'West, "old" quay']],
    ['\uFEFFE4;East quay 4\nW1;West, "old" quay\n', ['East quay 4', 'West, "old" quay']],
    ['E4\nW1', ['', '']],
    ['E4,E4\n,\nW1,W1', ['', '']],
  ])('come from a CSV file %#', (csv, words) => {
    expect(choicesOfCsv(csv)).toEqual([
      { value: 'E4', words: words[0] },
      { value: 'W1', words: words[1] },
    ]);
  });
});

it('a day is the same in every zone', () => {
  expect(dayOf('2026-02-28')).toBe('28 February 2026');
  expect(dayOf('soon')).toBe('soon');
});
