/** How a single is laid out: fraction bits under the exponent, which is counted from this bias. */
export const fractionBits = 23;
export const bias = 127;

const asSingle = new Float32Array(1);
const asWord = new Int32Array(asSingle.buffer);

/** The bits of a number as a single; for positive numbers they grow as the number does. */
export function bitsOf(x: number): number {
  asSingle[0] = x;
  return asWord[0];
}

/** Undoes `bitsOf`. */
export function singleOf(bits: number): number {
  asWord[0] = bits;
  return asSingle[0];
}
