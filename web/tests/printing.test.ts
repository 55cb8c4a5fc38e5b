import { flushPromises } from '@vue/test-utils';
import { describe, expect, it } from 'vitest';
import type { Schemas } from '@/api/client';
import { optionsOf, usePrinting } from '@/printing/usePrinting';

const choices: Schemas['PrintChoices'] = {
  copies: 9,
  sides: ['AS_SET', 'ONE'],
  colours: ['AS_SET', 'GREY'],
  staple: false,
  scalings: ['AS_SET'],
  perSide: ['ONE', 'SIXTEEN'],
  pages: true,
  trays: [
    { keyword: 'tray-2', size: 'iso_a4_210x297mm' },
    { keyword: 'by-pass-tray', size: 'na_letter_8.5x11in' },
    { keyword: 'main', size: '' },
  ],
};
const seen = (sheetsInAll: number): Schemas['PrintPreview'] => ({
  files: [],
  choices,
  sheets: [],
  sheetsInAll,
  problems: [],
});

describe('printing', () => {
  it('says trays and paper as people do (names of PWG 5101.1)', () => {
    expect(optionsOf(choices).tray.map(({ words }) => words)).toEqual([
      'automatic',
      'Tray 2, A4',
      'By pass tray, Letter',
      'Main',
    ]);
    expect(optionsOf(choices).perSide.map(({ words }) => words)).toEqual(['1', '16']);
  });

  it('shows what was asked last, whichever answer comes last', async () => {
    const answers: ((preview: Schemas['PrintPreview']) => void)[] = [];
    const { preview, refresh } = usePrinting(() => new Promise((answer) => answers.push(answer)));
    const both = [refresh(), refresh()];
    answers[1]?.(seen(2));
    await flushPromises();
    answers[0]?.(seen(1));
    await Promise.all(both);
    expect(preview.value?.sheetsInAll).toBe(2);
  });
});
