import { applyLut } from '../../lut/apply.ts';
import { greyLightness } from '../../colour/oklab.ts';
import { stopsToLinear } from '../../colour/exposure.ts';
import { writeColour } from '../../colour/oklabPixels.ts';
import type { Lut } from '../../lut/lut.ts';
import { latticeInputs } from '../lattice.ts';
import { labAt, type View } from './view.ts';

/** Points along an edge of the places two files are compared at first. */
const points = 9;

/** What comes out at 9³ even places of the domain, red fastest. */
export function signatureOf(lut: Lut): Float32Array {
  const values = latticeInputs(lut, points);
  applyLut(lut, values, 'tetrahedral');
  return values;
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
