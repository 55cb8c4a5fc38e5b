import { describe, expect, it, vi } from 'vitest';
import { domainsFor, erase, LETTERS, type } from '@/panel/keyboard';

function lineOf(text: string, start: number, end = start) {
  const input = document.createElement('input');
  input.type = 'text';
  input.value = text;
  input.setSelectionRange(start, end);
  return input;
}

describe('keys on the screen do as real ones', () => {
  it('type where the caret is, over what is chosen, and tell of it', () => {
    const heard = vi.fn();
    const input = lineOf('berth 12', 5);
    input.addEventListener('input', heard);
    type(input, 's');
    expect(input.value).toBe('berths 12');
    expect(input.selectionStart).toBe(6);
    input.setSelectionRange(0, 6);
    type(input, 'é');
    expect(input.value).toBe('é 12');
    expect(heard).toHaveBeenCalledTimes(2);
  });

  it('type no more than the line holds', () => {
    const input = lineOf('abc', 3);
    input.maxLength = 3;
    type(input, 'd');
    expect(input.value).toBe('abc');
  });

  it('take away one letter, though it is of two code units, or what is chosen', () => {
    const input = lineOf('tide\u{1F30A}', 6);
    erase(input);
    expect(input.value).toBe('tide');
    input.setSelectionRange(1, 3);
    erase(input);
    expect(input.value).toBe('te');
    input.setSelectionRange(0, 0);
    erase(input);
    expect(input.value).toBe('te');
  });
});

describe('domains that are offered', () => {
  const KNOWN = ['tidegauge.example', 'wherrymoor.example', 'tidegauge.example'];
  it.each([
    ['ilse', []],
    ['ilse@', ['tidegauge.example', 'wherrymoor.example']],
    ['ilse@W', ['wherrymoor.example']],
    ['ilse@tidegauge.example', []],
    ['two words@', []],
    ['@', []],
  ])('after %s', (text, offered) => expect(domainsFor(text, KNOWN)).toEqual(offered));
});

// Each alphabet is whole: what CLDR has as main letters, without accents that have a layer of their own (from memory).
it.each(Object.entries(LETTERS))('%s has every letter from a to z', (_, rows) => {
  expect([...'abcdefghijklmnopqrstuvwxyz'].filter((letter) => !rows.join('').includes(letter))).toEqual([]);
});
