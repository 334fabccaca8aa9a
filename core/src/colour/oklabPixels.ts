import { fastCbrt } from '../numeric/fast.ts';
import { invert, type Mat3 } from './matrix.ts';
import { lmsToOklab, oklabToLms, rgbToLms } from './oklab.ts';
import { working } from './spaces/index.ts';

const workingToLms = rgbToLms(working);
const lmsToWorking = invert(workingToLms);

/**
 * Cube-rooted cone response (l, m, s) of linear RGB, or what a 3×3 makes of it. Everything that works in Oklab on pixels
 * comes in here. @param toLms `rgbToLms` of the RGB's space. @param after taken of the three roots.
 */
export function readCones(
  toLms: Mat3,
  after: Mat3,
  rgb: ArrayLike<number>,
  i: number,
  out: Float64Array,
  at = 0,
): void {
  // Read one by one: taking a typed array apart walks its iterator, which costs more than all the rest.
  const r = rgb[i];
  const g = rgb[i + 1];
  const b = rgb[i + 2];
  const l = fastCbrt(toLms[0] * r + toLms[1] * g + toLms[2] * b);
  const m = fastCbrt(toLms[3] * r + toLms[4] * g + toLms[5] * b);
  const s = fastCbrt(toLms[6] * r + toLms[7] * g + toLms[8] * b);
  out[at] = after[0] * l + after[1] * m + after[2] * s;
  out[at + 1] = after[3] * l + after[4] * m + after[5] * s;
  out[at + 2] = after[6] * l + after[7] * m + after[8] * s;
}

/** Working RGB of cube-rooted cones times a gain on their light. */
export function writeCones(
  l: number,
  m: number,
  s: number,
  gain: number,
  rgb: Float32Array | number[],
  i: number,
): void {
  const x = l * l * l * gain;
  const y = m * m * m * gain;
  const z = s * s * s * gain;
  const q = lmsToWorking;
  rgb[i] = q[0] * x + q[1] * y + q[2] * z;
  rgb[i + 1] = q[3] * x + q[4] * y + q[5] * z;
  rgb[i + 2] = q[6] * x + q[7] * y + q[8] * z;
}

/** Oklab of the working RGB at an index of a buffer, into `lab`. */
export function readOklab(rgb: ArrayLike<number>, i: number, lab: Float64Array): void {
  readCones(workingToLms, lmsToOklab, rgb, i, lab);
}

/** Working RGB of an Oklab colour and its gain, into a buffer at an index. */
export function writeOklab(lab: Float64Array, rgb: Float32Array | number[], i: number): void {
  const o = oklabToLms;
  const L = lab[0];
  const a = lab[1];
  const b = lab[2];
  writeCones(
    o[0] * L + o[1] * a + o[2] * b,
    o[3] * L + o[4] * a + o[5] * b,
    o[6] * L + o[7] * a + o[8] * b,
    lab[3],
    rgb,
    i,
  );
}

/** A colour by its lightness, its chroma over lightness, and its hue in degrees. */
export interface OklabColour {
  lightness: number;
  saturation: number;
  hue: number;
}

/** Working RGB of a colour, into a buffer at an index. */
export function writeColour(
  { lightness, saturation, hue }: OklabColour,
  rgb: Float32Array | number[],
  i: number,
): void {
  const angle = (hue * Math.PI) / 180;
  const chroma = lightness * saturation;
  writeOklab(Float64Array.of(lightness, chroma * Math.cos(angle), chroma * Math.sin(angle), 1), rgb, i);
}

/**
 * Oklab of one pixel at a time. `lab` holds L, a, b and, in its fourth place, a gain on the light that comes out,
 * 1 to begin with. Oklab is a cube root, so a, b over L do not change with exposure and light above 1 needs no care.
 * @param edit changes `lab` in place; false leaves the pixel as it was, to the bit.
 */
export function editOklab(rgb: Float32Array, edit: (lab: Float64Array) => boolean): void {
  const lab = new Float64Array(4);
  for (let i = 0; i < rgb.length; i += 3) {
    readOklab(rgb, i, lab);
    lab[3] = 1;
    if (!edit(lab)) continue;
    writeOklab(lab, rgb, i);
  }
}

/** Working RGB in place by a 3×3 between the cube roots of its cones. */
export function transformCones(rgb: Float32Array, between: Mat3): void {
  const cones = new Float64Array(3);
  for (let i = 0; i < rgb.length; i += 3) {
    readCones(workingToLms, between, rgb, i, cones);
    writeCones(cones[0], cones[1], cones[2], 1, rgb, i);
  }
}
