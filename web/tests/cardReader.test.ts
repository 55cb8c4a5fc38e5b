import { describe, expect, it } from 'vitest';
import { isCard } from '@/panel/cardReader';

describe('what was typed at the door', () => {
  it.each([
    ['04A219FF33', 5, true],
    ['04A219FF33', 300, true],
    ['0012345678', 300, true],
    ['274193', 5, true],
    ['274193', 90, false],
    ['1234', 5, false],
  ])('%s at %i ms is a card: %s', (typed, slowest, card) => {
    expect(isCard(typed, slowest)).toBe(card);
  });
});
