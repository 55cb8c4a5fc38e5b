import type { Language } from '@/shared/words';

/** Rows of letters as keyboards of each language have them (ISO/IEC 9995, and each country's own standard). */
export const LETTERS: Record<Language, string[]> = {
  en: ['qwertyuiop', 'asdfghjkl', 'zxcvbnm'],
  de: ['qwertzuiopü', 'asdfghjklöä', 'yxcvbnmß'],
  es: ['qwertyuiop', 'asdfghjklñ', 'zxcvbnm'],
  fr: ['azertyuiop', 'qsdfghjklm', 'wxcvbn'],
};
export const DIGITS = '1234567890';
export const ACCENTS = ['àáâäæãåçè', 'éêëìíîïñòó', 'ôöõøœùúûüß'];
export const SIGNS = ["+&/'()=#%", ':;!?,*"~$', '€£[]{}<>|'];
/** Always at hand: what addresses and file names need. */
export const BESIDE = ['@', '.', '-', '_'];

/** Whether somebody is writing on a line, where letters and digits are nothing but that. */
export const isWriting = () => Boolean(document.activeElement?.closest('input, textarea'));

/** Puts letters where the caret is, as a key of a real keyboard does. */
export function type(input: HTMLInputElement, letters: string) {
  const start = input.selectionStart ?? input.value.length;
  const end = input.selectionEnd ?? start;
  const length = input.value.length - (end - start) + letters.length;
  if (input.maxLength >= 0 && length > input.maxLength) return;
  replace(input, start, end, letters);
}

/** Takes away what is chosen, or the letter before the caret: one of several code units as a whole. */
export function erase(input: HTMLInputElement) {
  const start = input.selectionStart ?? input.value.length;
  const end = input.selectionEnd ?? start;
  const last = [...input.value.slice(0, start)].at(-1) ?? '';
  replace(input, start === end ? start - last.length : start, end, '');
}

function replace(input: HTMLInputElement, start: number, end: number, letters: string) {
  input.setRangeText(letters, start, end);
  input.setSelectionRange(start + letters.length, start + letters.length);
  input.dispatchEvent(new Event('input', { bubbles: true }));
}

const MOST = 4;

/** Domains that an address may go on with; nothing else is guessed. @param known in the order in which they are offered */
export function domainsFor(text: string, known: readonly string[]): string[] {
  const at = text.lastIndexOf('@');
  if (at < 1 || /\s/.test(text)) return [];
  const begun = text.slice(at + 1).toLowerCase();
  return [...new Set(known)].filter((one) => one.startsWith(begun) && one !== begun).slice(0, MOST);
}
