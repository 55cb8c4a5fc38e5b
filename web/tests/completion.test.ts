import { describe, expect, it } from 'vitest';
import { insideField, suggestions } from '@/names/completion';

const word = (written: string, words = '') => ({ group: 'x', written, words });
const words = {
  fields: [word('date:yyyy-MM-dd', 'Day'), word('device.name'), word('person.name'), word('job')],
  options: [word('lowercase'), word('else "none"'), word('last 4')],
};
/** The cursor stands at the bar. */
const at = (text: string) => {
  const cursor = text.indexOf('|');
  const inside = insideField(text.replace('|', ''), cursor);
  return inside && suggestions(inside, words).map((one) => one.written);
};

describe('completion of a template', () => {
  it.each([
    ['a {|', ['date:yyyy-MM-dd', 'device.name', 'person.name', 'job']],
    ['a {d|', ['date:yyyy-MM-dd', 'device.name']],
    ['a {name|}', ['device.name', 'person.name']],
    ['a {day|', ['date:yyyy-MM-dd']],
    ['{job, l|}', ['lowercase', 'last 4', 'else "none"'].slice(0, 3)],
    ['{job, else per|}', ['else person.name']],
    ['{job, lowercase|}', []],
    ['{date:yy|', []],
    ['{job, prefix "a, l|', undefined],
    ['{job}|', undefined],
    ['{{d|', undefined],
  ])('%s', (text, expected) => expect(at(text)).toEqual(expected));

  it('replaces what has been typed, to the end of the word', () => {
    expect(insideField('{per.x, lower}', 4)).toEqual({ start: 1, end: 6, typed: 'per', option: false });
    expect(insideField('{per more', 4)).toEqual({ start: 1, end: 4, typed: 'per', option: false });
  });
});
