import { describe, expect, it } from 'vitest';
import { abilityLine, abilityRows } from '@/devices/abilities';
import { sentences, signed } from '@/profiles/sentences';
import { blank } from '@/profiles/useProfile';

type Form = Parameters<typeof sentences>[0];

function form(change: (form: Form) => void = () => {}): Form {
  const usual = blank();
  usual.tidy.straighten = false;
  change(usual);
  return usual;
}

describe('a profile reads as sentences', () => {
  it('says the usual one shortly', () => {
    expect(sentences(form())).toEqual({
      paper: 'One side.',
      look: 'Colour as found at 200 dpi.',
      tidy: 'Pages stay as they lie.',
      files: 'PDF, all pages in one file.',
    });
  });

  it.each<[keyof ReturnType<typeof sentences>, (f: Form) => void, string]>([
    ['paper', (f) => (f.tidy.eachPaper = true), 'One side, a page for each paper on the glass.'],
    ['paper', (f) => (f.tidy.openedBook = 'RIGHT_TO_LEFT'), 'One side, an opened book, read from the right.'],
    ['look', (f) => Object.assign(f, { colour: 'BLACK_AND_WHITE' }), 'Black and white at 200 dpi, for text.'],
    ['look', (f) => (f.tidy.fileDpi = 150), 'Colour as found at 200 dpi, files at 150 dpi.'],
    ['look', (f) => (f.tidy.fringe = true), 'Colour as found at 200 dpi, colour fringes removed.'],
    [
      'look',
      (f) => Object.assign(f.tone, { exposure: 'MANUAL', density: 2, contrast: -1 }),
      'Colour as found at 200 dpi, density +2, contrast \u22121.',
    ],
    [
      'tidy',
      (f) => Object.assign(f.tidy, { straighten: true, skipBlank: 'USUAL' }),
      'Straighten, skip blank sides.',
    ],
    ['tidy', (f) => Object.assign(f.tidy, { edges: 'MARGINS' }), 'Clear a margin of 4 mm.'],
    ['tidy', (f) => (f.tidy.stamp.text = 'Received'), 'Stamp "Received".'],
    [
      'files',
      (f) => Object.assign(f.files, { searchable: true, archive: true }),
      'Searchable PDF/A, all pages in one file.',
    ],
    ['files', (f) => (f.files.protection.mayCopy = false), 'Protected PDF, all pages in one file.'],
    ['files', (f) => (f.files.type = 'JPEG'), 'JPEG, a file for each page.'],
    // Ten pages, every two: five files
    ['files', (f) => (f.grouping.everyPages = 2), 'PDF, new file every 2 pages.'],
    ['files', (f) => (f.grouping.byKind = true), 'PDF, all pages in one file, a file for each kind.'],
  ])('%s: %s', (part, change, words) => expect(sentences(form(change))[part]).toBe(words));

  it('a minus is a minus, not a hyphen', () => {
    expect(signed(-2)).toBe('\u22122');
    expect(signed(0)).toBe('0');
  });
});

describe('what a device can do, in words', () => {
  const device = {
    feeder: true,
    feederSheets: 100,
    glass: true,
    bothSides: true,
    colour: true,
    resolutions: [150, 200, 300],
    // PWG 5101.1 names; legal is longer than A4 but not larger than A3
    media: ['iso_a4_210x297mm', 'na_legal_8.5x14in', 'iso_a3_297x420mm'],
    panelPlaces: 11,
    cardReader: false,
  } as unknown as Parameters<typeof abilityLine>[0];

  it('in one line', () =>
    expect(abilityLine(device)).toBe('feeder and glass, both sides, colour, 11 places'));

  it('the largest paper by its area, in whichever unit its name is', () => {
    const largest = (media: string[]) =>
      abilityRows({ ...device, media }, 'ESCL').find((row) => row.name === 'Largest paper');
    expect(largest(device.media)?.words).toBe('A3');
    expect(largest(['iso_a5_148x210mm', 'na_legal_8.5x14in'])?.words).toBe('Legal');
    expect(largest([])?.words).toBe('Not told');
  });
});
