/** The glyphs on job stamps, drawn in a 34 box with one line. */
export const ICONS = {
  letter: { words: 'letter', d: 'M5 9h24v16H5zM5 10l12 9 12-9' },
  permit: { words: 'permit', d: 'M9 5h11l6 6v18H9zM20 5v6h6M13 16h9M13 20h5M21 25a2.5 2.5 0 1 0 0-.1' },
  crates: { words: 'crates', d: 'M4 18h12v10H4zM18 18h12v10H18zM11 7h12v11H11zM8 18v4M24 18v4M17 7v4' },
  card: {
    words: 'card',
    d: 'M4 9h26v17H4zM9 22c0-4 7-4 7 0M12.5 17.500a2.400 2.400 0 1 0 0-.1M20 15h6M20 20h6',
  },
  question: {
    words: 'lost thing',
    d: 'M6 13a6 6 0 1 1 8 6c-2 1-2 2-2 4M12 27v1M20 9h9M22 15h7M20 21h9M20 27h9',
  },
  waves: {
    words: 'waves',
    d: 'M4 12c4-5 7 5 13 0s9-3 13 0M4 19c4-5 7 5 13 0s9-3 13 0M4 26c4-5 7 5 13 0s9-3 13 0',
  },
  people: {
    words: 'people',
    d: 'M12 15a4 4 0 1 0 0-.1M5 27c0-10 14-10 14 0M23 16a3.200 3.200 0 1 0 0-.1M22 20c5-1 8 2 8 7',
  },
  map: { words: 'map', d: 'M5 9l8-3 8 3 8-3v19l-8 3-8-3-8 3zM13 6v19M21 9v19' },
  receipt: {
    words: 'receipt',
    d: 'M9 5h16v24l-3-2-2.500 2-2.500-2-2.500 2-2.500-2-3 2zM13 11h8M13 16h8M13 21h5',
  },
  ring: {
    words: 'life ring',
    d: 'M17 5a12 12 0 1 0 .1 0M17 12a5 5 0 1 0 .1 0M8.500 8.500l5 5M25.500 8.500l-5 5M8.500 25.500l5-5M25.500 25.500l-5-5',
  },
} as const;

export type IconName = keyof typeof ICONS;

export const ICON_NAMES = Object.keys(ICONS) as IconName[];
