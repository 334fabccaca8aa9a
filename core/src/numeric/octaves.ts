import { bias, bitsOf, fractionBits } from './single.ts';

/**
 * A logarithm that is only nearly one, for finding one's way in a table: exact at powers of two, straight between them.
 * Positive numbers only; rounds its argument to a single.
 */
export const linearOctaves = (x: number): number => bitsOf(x) * (1 / (1 << fractionBits)) - bias;

/** Undoes `linearOctaves`. */
export function atLinearOctaves(octaves: number): number {
  const whole = Math.floor(octaves);
  return 2 ** whole * (1 + octaves - whole);
}
