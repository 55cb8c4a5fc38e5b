import { describe, expect, it } from 'vitest';
import { between, freeKey, onSheet, placesInFiles, type Zone } from '@/jobs/zones';

const SHEET = { widthMm: 210, heightMm: 297 };
const ZONE: Zone = { key: 'bill', page: 1, left: 0, top: 0, width: 10, height: 10, reads: 'TEXT' };

describe('a zone drawn on a page', () => {
  it('is the same whichever corner was first', () => {
    const drawn = between(ZONE, SHEET, [0.1, 0.2], [0.5, 0.4]);
    expect(drawn).toMatchObject({ left: 21, top: 59.4, width: 84, height: 59.4 });
    expect(between(ZONE, SHEET, [0.5, 0.4], [0.1, 0.2])).toEqual(drawn);
    expect(between(ZONE, SHEET, [0.5, 0.2], [0.1, 0.4])).toEqual(drawn);
  });

  it('lies on the sheet wherever it was drawn or measured', () => {
    // Numbers that look as if by chance, the same in every run.
    let seed = 7;
    const next = () => {
      seed = (seed * 16807) % 2147483647;
      return (seed / 2147483647) * 2 - 0.5;
    };
    for (let i = 0; i < 500; i++) {
      const drawn = between(ZONE, SHEET, [next(), next()], [next(), next()]);
      const measured = onSheet(
        { ...ZONE, left: next() * 500, top: next() * 500, width: next() * 500, height: next() * 500 },
        SHEET,
      );
      for (const zone of [drawn, measured]) {
        expect(zone.left).toBeGreaterThanOrEqual(0);
        expect(zone.top).toBeGreaterThanOrEqual(0);
        expect(zone.width).toBeGreaterThanOrEqual(2);
        expect(zone.height).toBeGreaterThanOrEqual(2);
        expect(zone.left + zone.width).toBeLessThanOrEqual(SHEET.widthMm + 0.05);
        expect(zone.top + zone.height).toBeLessThanOrEqual(SHEET.heightMm + 0.05);
      }
    }
  });

  it('gets a name that no other has', () => {
    expect(freeKey([])).toBe('number');
    expect(freeKey([{ ...ZONE, key: 'number' }])).toBe('number-2');
  });

  it('is read on its page of each file, not of the stack', () => {
    const places = placesInFiles([{ scanned: [1, 3] }, { scanned: [4, 5, 6] }]);
    expect([...places]).toEqual([
      [1, 1],
      [3, 2],
      [4, 1],
      [5, 2],
      [6, 3],
    ]);
  });
});
