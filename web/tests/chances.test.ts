import { describe, expect, it } from 'vitest';
import { chance } from '@/people/chances';

describe('a chance as people say it', () => {
  it.each([
    [0, 'none'],
    [1, 'certain'],
    [0.9999, 'certain'],
    [0.29, '29 %'],
    [0.1, '10 %'],
    [0.01, '1 in 100'],
    [0.0043, '1 in 230'],
    [1 / 32_400, '1 in 32,000'],
  ])('%f is %s', (of, said) => {
    expect(chance(of)).toBe(said);
  });
});
