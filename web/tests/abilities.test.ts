import { describe, expect, it } from 'vitest';
import { abilityLine, abilityRows, scans } from '@/devices/abilities';
import { whereIs } from '@/shared/format';

const PRINTER = {
  makeAndModel: 'Tansy P1',
  feeder: false,
  glass: false,
  feederSheets: 0,
  colour: false,
  bothSides: false,
  resolutions: [],
  media: ['iso_a4_210x297mm', 'iso_a5_148x210mm'],
  panelPlaces: 0,
  cardReader: false,
  usbPort: false,
  shelf: false,
  prints: true,
};

describe('what is said of a device', () => {
  it('that only prints has no word of scanning', () => {
    expect(scans(PRINTER)).toBe(false);
    expect(abilityLine(PRINTER)).toBe('prints only');
    expect(abilityRows(PRINTER, 'IPP')).toEqual([
      { name: 'Scanner', words: 'none, it only prints' },
      { name: 'Largest paper', words: 'A4' },
    ]);
    expect(abilityRows({ ...PRINTER, media: [] }, 'IPP')).toHaveLength(1);
  });

  it('with glass alone scans', () => {
    expect(scans({ ...PRINTER, glass: true })).toBe(true);
  });

  it('without a place is called by its name', () => {
    expect(whereIs('', 'Post room')).toBe('Post room');
    expect(whereIs('Quay House', 'Post room')).toBe('Quay House, Post room');
  });
});
