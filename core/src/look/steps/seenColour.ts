import { hueOf } from '../../colour/hue.ts';
import { readOklab } from '../../colour/oklabPixels.ts';
import { midGrey } from '../../colour/exposure.ts';
import { logTwo } from '../../colour/power.ts';
import { fastExp } from '../../numeric/fast.ts';

/** What a colour is to the steps that choose by colour. */
export interface Seen {
  /** Oklab hue, degrees 0–360. */
  hue: number;
  /** Oklab chroma over lightness: saturation that exposure does not change. */
  saturation: number;
  /** Stops from mid-grey of the grey of the same Oklab lightness. */
  stops: number;
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
