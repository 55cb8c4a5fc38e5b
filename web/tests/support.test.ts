import { expect, test } from 'vitest';
import { asText, numbersIn } from '@/settings/support';

test('numbers of deliveries are read as people write them', () => {
  expect(numbersIn('D-1042, 1043 d-7;')).toEqual([1042, 1043, 7]);
  expect(numbersIn('none')).toEqual([]);
});

test('what leaves is what was shown, part by part', () => {
  expect(
    asText([
      { name: 'Versions', text: '{}\n' },
      { name: 'Devices', text: '[1]' },
    ]),
  ).toBe('===== Versions =====\n{}\n\n===== Devices =====\n[1]\n');
});
