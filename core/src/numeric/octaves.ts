const fractionBits = 23;
const bias = 127;
const asSingle = new Float32Array(1);
const asWord = new Int32Array(asSingle.buffer);

/**
 * A logarithm that is only nearly one, for finding one's way in a table: exact at powers of two, straight between them.
 * Positive numbers only; rounds its argument to a single.
 */
export function linearOctaves(x: number): number {
  asSingle[0] = x;
  return asWord[0] * (1 / (1 << fractionBits)) - bias;
}

/** Undoes `linearOctaves`. */
export function atLinearOctaves(octaves: number): number {
  const whole = Math.floor(octaves);
  return 2 ** whole * (1 + octaves - whole);
}
