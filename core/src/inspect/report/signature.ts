import { applyLut } from '../../lut/apply.ts';
import { greyLightness } from '../../colour/oklab.ts';
import { stopsToLinear } from '../../colour/exposure.ts';
import { writeColour } from '../../colour/oklabPixels.ts';
import type { Lut } from '../../lut/lut.ts';
import { type Lattice, latticeInputs } from '../lattice.ts';
import { labAt, type View } from './view.ts';

/** Points along an edge of the places two files are compared at first. */
const points = 9;

/** What comes out at 9³ even places of the domain, red fastest. */
export function signatureOf(lut: Lut): Float32Array {
  const values = latticeInputs(lut, points);
  applyLut(lut, values, 'tetrahedral');
  return values;
}

/** A key of all values to six decimals (FNV-1a, two of 32 bits): files that are written otherwise and hold the same have one. */
export function valuesKey({ size, values }: Lattice): string {
  let [a, b] = [0x811c9dc5, 0x01000193];
  for (const v of values) {
    const n = Math.round(v * 1e6);
    a = Math.imul(a ^ n, 0x01000193);
    b = Math.imul(b ^ (n + size), 0x85ebca6b);
  }
  return `${size} ${(a >>> 0).toString(16)}${(b >>> 0).toString(16)}`;
}

const stops = [-4, -3, -2, -1, 0, 1, 2, 3];
const hues = [0, 60, 120, 180, 240, 300];
const colours = [
  ...stops.map((s) => ({ stops: s, saturation: 0, hue: 0 })),
  ...[-1.5, 0.5].flatMap((s) => hues.map((hue) => ({ stops: s, saturation: 0.1, hue }))),
];
const light = new Float32Array(colours.length * 3);
colours.forEach(({ stops: s, ...c }, i) =>
  writeColour({ lightness: greyLightness(stopsToLinear(s)), ...c }, light, i * 3),
);

/** L*a*b* on the usual display of some light of a scene through a LUT: the same for one look on every camera and grid. */
export function lookOfLut(view: View): Float32Array {
  const codes = view.through(light);
  return Float32Array.from(colours.flatMap((_, i) => labAt(codes, i * 3)));
}
