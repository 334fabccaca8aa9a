import { expect, test } from 'vitest';
import { difference, signed } from './signed.ts';

test('signs stand before every number, the minus as typographers set it', () => {
  expect([signed(1.25, 1), signed(-0.5, 2), signed(0, 0)]).toEqual(['+1.3', '−0.50', '+0']);
});

test('a difference that is shown as nothing has no sign', () => {
  expect([difference(-0.04, 1), difference(0.04, 1), difference(-0.06, 1)]).toEqual(['0.0', '0.0', '−0.1']);
});
