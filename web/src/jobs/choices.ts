import Papa from 'papaparse';
import type { Schemas } from '@/api/client';

export type Choice = Schemas['Listed'];

/** Between a value and what is read instead of it. */
const BETWEEN = ' = ';

/** Choices as text, one in each line: the value, or "value = words". */
export function textOf(choices: readonly Choice[]): string {
  return choices.map(({ value, words }) => (words ? value + BETWEEN + words : value)).join('\n');
}

export function choicesOf(text: string): Choice[] {
  return text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
    .map((line) => {
      const at = line.indexOf(BETWEEN);
      return at < 0
        ? { value: line, words: '' }
        : { value: line.slice(0, at).trim(), words: line.slice(at + BETWEEN.length).trim() };
    });
}

/** Of a CSV file (RFC 4180), with commas or semicolons: the first column is the value, the second what is read. */
export function choicesOfCsv(csv: string): Choice[] {
  const { data } = Papa.parse<string[]>(csv.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  return data.map(([value = '', words = '']) => ({
    value: value.trim(),
    words: words.trim() === value.trim() ? '' : words.trim(),
  }));
}
