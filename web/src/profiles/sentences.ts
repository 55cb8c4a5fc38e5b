import type { Schemas } from '@/api/client';

type Form = Schemas['ProfileForm'];

const SIDES = {
  ONE: 'One side',
  TWO_LONG_EDGE: 'Both sides, turned on the long edge',
  TWO_SHORT_EDGE: 'Both sides, turned on the short edge',
};
const COLOURS = {
  AS_FOUND: 'Colour as found',
  COLOUR: 'Colour',
  GREY: 'Grey',
  BLACK_AND_WHITE: 'Black and white',
};
const CONTENTS = {
  TEXT: 'for text',
  PHOTO: 'for photographs',
  TEXT_AND_PHOTO: 'for text and photographs',
  MAP: 'for maps',
};
export const TYPES: Record<Form['files']['type'], string> = {
  PDF: 'PDF',
  TIFF: 'TIFF',
  JPEG: 'JPEG',
  PNG: 'PNG',
  TEXT: 'Plain text',
  WORD: 'Word',
  EXCEL: 'Excel',
  POWERPOINT: 'PowerPoint',
  SPOKEN: 'Spoken audio',
};

function sentence(parts: (string | false)[]): string {
  const text = parts.filter(Boolean).join(', ');
  return text.charAt(0).toUpperCase() + text.slice(1) + '.';
}

/** Each part of a profile as a sentence in plain words. */
export function sentences(form: Form) {
  const { tidy, tone, grouping, files } = form;
  return {
    paper: sentence([
      SIDES[form.sides],
      form.input.source === 'GLASS' && 'from the glass',
      form.input.media !== '' && 'a fixed size',
      tidy.openedBook === 'LEFT_TO_RIGHT' && 'an opened book, read from the left',
      tidy.openedBook === 'RIGHT_TO_LEFT' && 'an opened book, read from the right',
      tidy.eachPaper && 'a page for each paper on the glass',
      tidy.card && 'both sides of a card on one page',
      tidy.portrait && 'its portrait as a file',
      tidy.crop && 'cut to the paper',
    ]),
    look: sentence([
      `${COLOURS[form.colour]} at ${form.dpi} dpi`,
      form.colour === 'BLACK_AND_WHITE' && CONTENTS[tone.content],
      tone.exposure === 'AUTOMATIC' && 'exposure by the page',
      tone.exposure === 'MANUAL' && `density ${signed(tone.density)}, contrast ${signed(tone.contrast)}`,
      tidy.fringe && 'colour fringes removed',
      tidy.fileDpi > 0 && `files at ${tidy.fileDpi} dpi`,
      tidy.scalePercent !== 100 && `scaled to ${tidy.scalePercent} %`,
      tidy.scaleTo !== '' && 'scaled to a size',
    ]),
    tidy: sentence(
      [
        tidy.straighten && 'straighten',
        tidy.upright && 'turn upright',
        tidy.skipBlank !== 'NO' && 'skip blank sides',
        tidy.edges === 'FOUND' && 'remove dark borders',
        tidy.edges === 'MARGINS' && `clear a margin of ${tidy.marginMm} mm`,
        tidy.gutter && 'remove the fold shadow',
        tidy.stamp.text !== '' && 'stamp',
      ].some(Boolean)
        ? [
            tidy.straighten && 'straighten',
            tidy.upright && 'turn upright',
            tidy.skipBlank !== 'NO' && 'skip blank sides',
            tidy.edges === 'FOUND' && 'remove dark borders',
            tidy.edges === 'MARGINS' && `clear a margin of ${tidy.marginMm} mm`,
            tidy.gutter && 'remove the fold shadow',
            tidy.stamp.text !== '' && `stamp "${tidy.stamp.text}"`,
          ]
        : ['pages stay as they lie'],
    ),
    files: sentence([
      `${files.protection.passcode || !files.protection.mayPrint || !files.protection.mayCopy || !files.protection.mayChange ? 'protected ' : ''}${files.searchable ? 'searchable ' : ''}${files.light ? 'light ' : ''}${files.archive ? 'PDF/A' : TYPES[files.type]}`,
      files.pagesPerFile === 'ONE' || files.type === 'JPEG' || files.type === 'PNG'
        ? 'a file for each page'
        : grouping.everyPages > 0
          ? `new file every ${grouping.everyPages} pages`
          : 'all pages in one file',
      grouping.atBlank && 'new file at a blank side',
      grouping.atSeparator && 'new file at a separator sheet',
      grouping.byKind && 'a file for each kind',
    ]),
  };
}

export function signed(value: number): string {
  return value > 0 ? `+${value}` : String(value).replace('-', '\u2212');
}
