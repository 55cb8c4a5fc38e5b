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
  folder: { words: 'folder', d: 'M4 10h9l3 3h14v14H4zM4 16h26' },
  contract: {
    words: 'contract, signature',
    d: 'M8 5h18v24H8zM12 10h10M12 14h10M12 18h6M12 25c3-4 4 2 6-1s3 1 4 0',
  },
  invoice: {
    words: 'invoice, money',
    d: 'M8 5h18v24H8zM12 10h10M17 14v10M20 15.500c-5-2.500-7 3.500-2 4s2 5-4 3',
  },
  anchor: {
    words: 'anchor, harbour',
    d: 'M17 10v19M17 10a2.500 2.500 0 1 0-.1 0M11 14h12M6 20c1 12 21 12 22 0M6 20l-2 3M28 20l2 3',
  },
  ship: { words: 'ship, ferry', d: 'M4 20h26l-4 8H8zM9 20v-7h14v7M14 13V7h6v6' },
  truck: {
    words: 'truck, delivery note',
    d: 'M3 10h16v14H3zM19 15h7l5 5v4H19zM9 26.500a2.500 2.500 0 1 0-.1 0M25 26.500a2.500 2.500 0 1 0-.1 0',
  },
  calendar: {
    words: 'calendar, roster',
    d: 'M5 8h24v21H5zM5 14h24M11 5v6M23 5v6M11 19h3M17 19h3M11 24h3M17 24h3',
  },
  wrench: {
    words: 'wrench, repair',
    d: 'M7 27l12-12M19 15a6 6 0 0 1 8-8l-4 4 3 3 4-4a6 6 0 0 1-8 8M7 27a1.500 1.500 0 1 0 .1 0',
  },
  key: { words: 'key', d: 'M11 17a5 5 0 1 0 .1 0M15 15l14 0M24 15v5M29 15v4' },
  book: {
    words: 'book, manual',
    d: 'M17 9c-4-3-9-3-12-2v19c3-1 8-1 12 2 4-3 9-3 12-2V7c-3-1-8-1-12 2zM17 9v19',
  },
  camera: { words: 'camera, photograph', d: 'M4 11h7l2-3h8l2 3h7v16H4zM17 14a5 5 0 1 0 .1 0' },
  plan: { words: 'plan, drawing', d: 'M5 6h24v22H5zM5 14h10v8H5M20 6v9h9M20 28v-6' },
  heart: { words: 'heart, health', d: 'M17 28C5 20 4 13 8 10s8 0 9 3c1-3 5-6 9-3s3 10-9 18z' },
  shield: { words: 'shield, insurance', d: 'M17 5l11 4c0 10-3 16-11 20C9 25 6 19 6 9zM12 16l4 4 7-7' },
  house: { words: 'house, property', d: 'M5 17L17 6l12 11M8 15v13h18V15M14 28v-8h6v8' },
  ear: { words: 'read aloud', d: 'M5 14v6h5l7 6V8l-7 6zM21 13c3 2 3 6 0 8M25 9c6 4 6 12 0 16' },
} as const;

export type IconName = keyof typeof ICONS;

export const ICON_NAMES = Object.keys(ICONS) as IconName[];
