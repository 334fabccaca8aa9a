import { invert } from '../../colour/matrix.ts';
import { lmsToOklab, oklabToLms, rgbToLms } from '../../colour/oklab.ts';
import { working } from '../../colour/spaces/index.ts';
import { midGrey } from '../../colour/exposure.ts';
import { logTwo } from '../../colour/power.ts';
import { fastCbrt, fastExp } from '../../numeric/fast.ts';

const m = rgbToLms(working);
const q = invert(m);
const n = lmsToOklab;
const o = oklabToLms;

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

/** Working RGB of an Oklab colour and its gain, into a buffer at an index. */
export function writeOklab(lab: Float64Array, rgb: Float32Array | number[], i: number): void {
  // Read one by one: taking a typed array apart walks its iterator, which costs more than all the rest.
  const L = lab[0];
  const A = lab[1];
  const B = lab[2];
  const gain = lab[3];
  const l = o[0] * L + o[1] * A + o[2] * B;
  const c = o[3] * L + o[4] * A + o[5] * B;
  const s = o[6] * L + o[7] * A + o[8] * B;
  const x = l * l * l * gain;
  const y = c * c * c * gain;
  const w = s * s * s * gain;
  rgb[i] = q[0] * x + q[1] * y + q[2] * w;
  rgb[i + 1] = q[3] * x + q[4] * y + q[5] * w;
  rgb[i + 2] = q[6] * x + q[7] * y + q[8] * w;
}

/** Oklab of the working RGB at an index of a buffer, into `lab`. */
export function readOklab(rgb: ArrayLike<number>, i: number, lab: Float64Array): void {
  const r = rgb[i];
  const g = rgb[i + 1];
  const b = rgb[i + 2];
  const l = fastCbrt(m[0] * r + m[1] * g + m[2] * b);
  const c = fastCbrt(m[3] * r + m[4] * g + m[5] * b);
  const s = fastCbrt(m[6] * r + m[7] * g + m[8] * b);
  lab[0] = n[0] * l + n[1] * c + n[2] * s;
  lab[1] = n[3] * l + n[4] * c + n[5] * s;
  lab[2] = n[6] * l + n[7] * c + n[8] * s;
}

/** What a colour is to the steps that choose by colour. */
export interface Seen {
  /** Oklab hue, degrees 0–360. */
  hue: number;
  /** Oklab chroma over lightness: saturation that exposure does not change. */
  saturation: number;
  /** Stops from mid-grey of the grey of the same Oklab lightness. */
  stops: number;
}

export function hueOf(lab: ArrayLike<number>): number {
  const degrees = (Math.atan2(lab[2], lab[1]) * 180) / Math.PI;
  return degrees < 0 ? degrees + 360 : degrees;
}
export const saturationOf = (lab: ArrayLike<number>) =>
  Math.sqrt(lab[1] * lab[1] + lab[2] * lab[2]) / Math.max(Math.abs(lab[0]), 1e-6);
/** Darker than this counts as this. */
const darkest = -14;
export const stopsOf = (lab: ArrayLike<number>) =>
  lab[0] > 0 ? Math.max(logTwo(lab[0] ** 3 / midGrey), darkest) : darkest;

/** How a colour of working RGB is seen. */
export function seen(rgb: ArrayLike<number>): Seen {
  const lab = new Float64Array(4);
  readOklab(rgb, 0, lab);
  return { hue: hueOf(lab), saturation: saturationOf(lab), stops: stopsOf(lab) };
}

/** 0 to 1 with a level start and end. */
export const ramp = (t: number) => (t <= 0 ? 0 : t >= 1 ? 1 : t * t * (3 - 2 * t));

/**
 * Saturation from which a hue counts in full. A cell of a 33-point cube is about 0.04 wide near grey: the ramp must take
 * several, or the cube cannot follow it.
 */
const fullFrom = { edit: 0.15, selection: 0.1 };
/** How much the hue of a colour counts where it is turned or darkened by hue: nothing at grey, where hue is noise. */
export const hueWeight = (saturation: number) => ramp(saturation / fullFrom.edit);
/** How much the hue of a colour counts where colours are chosen by it: skin, near 0.08, mostly is in. */
export const hueTrust = (saturation: number) => ramp(saturation / fullFrom.selection);

/** Saturation that a hue keeps, at the most, when all of it is taken out: what lies at the very grey must not move. */
const keptAtGrey = 0.025;
/**
 * How much a factor of saturation counts: little at grey, and so that s·(1 + weight·(factor − 1)) rises with s for every
 * factor. Colours keep their order, and a hue that is taken out leaves no ring.
 */
export const saturationWeight = (saturation: number) =>
  saturation < 1e-6 ? 0 : 1 - (keptAtGrey * (1 - fastExp(-saturation / keptAtGrey))) / saturation;

/** Turns a, b by an angle (radians) and scales them. */
export function turnChroma(lab: Float64Array, angle: number, scale: number): void {
  const cos = angle === 0 ? scale : Math.cos(angle) * scale;
  const sin = angle === 0 ? 0 : Math.sin(angle) * scale;
  const A = lab[1];
  const B = lab[2];
  lab[1] = cos * A - sin * B;
  lab[2] = sin * A + cos * B;
}

/** The short way round from one hue to another, −180…180 degrees. */
export const hueDistance = (from: number, to: number) => ((((to - from) % 360) + 540) % 360) - 180;
