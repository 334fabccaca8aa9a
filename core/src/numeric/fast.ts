/**
 * Logarithm, exponential and cube root as the hot paths use them: several times as fast as the engine's own, and within 1e-12 of
 * them. Tables small enough to stay near the processor give the first nine bits, three terms of the series the rest.
 */
const bits = 9;
const entries = 1 << bits;
const lowMask = entries - 1;
/** Fraction bits of the upper half of a double, and the bias of its exponent. */
const upperBits = 20;
const bias = 1023;

const logs = new Float64Array(entries);
const shares = new Float64Array(entries);
const roots = new Float64Array(entries);
for (let i = 0; i < entries; i++) {
  const middle = 1 + (i + 0.5) / entries;
  logs[i] = Math.log(middle);
  shares[i] = 1 / middle;
  roots[i] = 2 ** (i / entries);
}
/** Cube roots of 1, 2 and 4, for exponents that no three divides. */
const cubes = new Float64Array(3 * entries);
for (let r = 0; r < 3; r++)
  for (let i = 0; i < entries; i++) cubes[r * entries + i] = Math.cbrt(2 ** r * (1 + (i + 0.5) / entries));
const powersOfTwo = Float64Array.from({ length: 2 * bias + 1 }, (_, k) => 2 ** (k - bias));

const asDouble = new Float64Array(1);
const asWords = new Int32Array(asDouble.buffer);
/** Every machine a browser or Node.js runs on today keeps the upper word of a double last. */
const upper = 1;

/** Natural logarithm. Outside 1e-300 … 1e300 the engine's own answers. */
export function fastLog(x: number): number {
  if (!(x > 1e-300 && x < 1e300)) return Math.log(x);
  asDouble[0] = x;
  const word = asWords[upper];
  const exponent = (word >> upperBits) - bias;
  const i = (word >> (upperBits - bits)) & lowMask;
  const rest = x * powersOfTwo[bias - exponent] * shares[i] - 1;
  return exponent * Math.LN2 + (logs[i] + rest * (1 - rest * (0.5 - rest * (1 / 3))));
}

const perUnit = entries / Math.LN2;
const perEntry = Math.LN2 / entries;

/** e to the power x. Outside −700 … 700 the engine's own answers. */
export function fastExp(x: number): number {
  if (!(x > -700 && x < 700)) return Math.exp(x);
  const at = x * perUnit;
  const k = Math.floor(at);
  const rest = (at - k) * perEntry;
  return (
    roots[k & lowMask] * powersOfTwo[(k >> bits) + bias] * (1 + rest * (1 + rest * (0.5 + rest * (1 / 6))))
  );
}

/** Cube root, of either sign. Outside 1e-300 … 1e300 the engine's own answers. */
export function fastCbrt(x: number): number {
  const size = x < 0 ? -x : x;
  if (!(size > 1e-300 && size < 1e300)) return Math.cbrt(x);
  asDouble[0] = size;
  const word = asWords[upper];
  const exponent = (word >> upperBits) - bias;
  const i = (word >> (upperBits - bits)) & lowMask;
  const rest = size * powersOfTwo[bias - exponent] * shares[i] - 1;
  const third = Math.floor(exponent / 3);
  const root =
    cubes[(exponent - 3 * third) * entries + i] *
    powersOfTwo[third + bias] *
    (1 + rest * (1 / 3 - rest * (1 / 9 - rest * (5 / 81))));
  return x < 0 ? -root : root;
}
