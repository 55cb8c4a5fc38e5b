import { describe, expect, it } from 'vitest';
import { beginsSo } from '@/shared/letters';

/** Typed at a device with whatever keyboard it has; common practice, no source. */
describe('what is found by first letters', () => {
  it.each([
    ['ber', ['Berth permit', 'to Oda Fennick'], true],
    ['PERM', ['Berth permit'], true],
    ['per ber', ['Berth permit'], true],
    ['fen', ['Berth permit', 'to Oda Fennick'], true],
    ['asa', ['Ása Kjølv'], true],
    ['é', ['Eclair'], true],
    ['erth', ['Berth permit'], false],
    ['ber x', ['Berth permit'], false],
    ['land', ['Lost-property, Marram-Landing'], true],
    ['', ['Berth permit'], true],
  ])('%s', (letters, texts, found) => {
    expect(beginsSo(texts, letters)).toBe(found);
  });
});
