import type { Offer } from '@velvet-dusk/core/proposals/index';
import { expect, test } from 'vitest';
import { effectWords } from './effectWords.ts';

const says = (mends: number, breaks: number, of: number, breaksHere: string[] = []) =>
  effectWords({ effect: { mends, breaks, of }, breaksHere } as Offer);

test('an offer says what it does to all plates, or what it breaks on its own', () => {
  expect(says(3, 1, 6, ['Clipped'])).toBe('Mends 3, breaks 1 of 6 plates.');
  expect(says(1, 0, 6)).toBe('Mends 1, breaks 0 of 6 plates.');
  expect(says(1, 1, 1, ['Clipped', 'White'])).toBe('Breaks Clipped, White.');
  expect(says(1, 0, 1)).toBe('');
});
