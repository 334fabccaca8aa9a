import { midGrey } from '../camera/exposure.ts';
import { mixMatrix } from '../colour/greyMix.ts';
import { logTen, tenTo } from '../colour/power.ts';
import { logExposurePerPoint } from '../look/steps/printerLights.ts';
import { type Characteristic, characteristic, type CurveParams } from './characteristic.ts';
import { curveTable } from './curveTable.ts';
import { carriedGamma } from './negative.ts';
import { layerNames, type PrintStock } from './stock.ts';

/** Lights in printer points, red, green, blue. */
export type Lights = readonly [red: number, green: number, blue: number];
/** The middle of the scale of lights (common practice: 25 of 50). */
export const middleLight = 25;

/** How a print is made, beside its lights. */
export interface PrintSettings {
  /** Printed lighter (+) or darker than timed, in points of all lights. */
  density: number;
  /** Gamma against the stock's own. */
  contrast: number;
  /** 0–1: blacks that stay short of Dmax; highlights that leave white slowly. */
  blackSoft: number;
  whiteSoft: number;
  /** Silver left in the print: neutral density in proportion to the dyes', 0–1. */
  silver: number;
}

/** Neutral density that full silver adds to each unit of the dyes' (from memory: a bleach that is left out). */
const silverShare = 0.45;
const softest = { toe: 0.5, shoulder: 0.7, dMax: 0.45 };

/** A layer's curve as the settings change it. */
export function printed(curve: CurveParams, { contrast, blackSoft, whiteSoft }: PrintSettings): CurveParams {
  return {
    ...curve,
    gamma: curve.gamma * contrast,
    dMax: curve.dMax - blackSoft * softest.dMax * (curve.dMax - curve.dMin),
    // Dense is dark: the shoulder of a print is its black, the toe its white.
    shoulder: curve.shoulder + blackSoft * softest.shoulder,
    toe: curve.toe + whiteSoft * softest.toe,
  };
}

export const printCurves = (stock: PrintStock, settings: PrintSettings): Characteristic[] =>
  layerNames.map((n) => characteristic(printed(stock.layers[n], settings)));

/** Log exposure each layer gets through a carried 18 % grey under the middle lights: what prints it at the aim. */
const middleExposures = (stock: PrintStock): number[] =>
  layerNames.map((n) => characteristic(stock.layers[n]).exposure(stock.aim));

/** Log printing exposure of 18 % grey under a light. */
const greyExposure = (middle: number, light: number) => middle + logExposurePerPoint * (light - middleLight);
/** Light below this share of mid-grey prints as black as it can. */
const leastCarried = midGrey * 1e-6;
/** What carried light takes off that exposure: denser negatives, so brighter scenes, print less. */
const heldBack = (carried: number) =>
  carriedGamma * logTen((carried > leastCarried ? carried : leastCarried) / midGrey);

/**
 * The timer: lights under which a grey prints neutral at the stock's aim density, in closed form, since a neutral print
 * has the same density in every layer. @param grey 18 % grey as the negative carries it, working RGB.
 */
export function timeLights(stock: PrintStock, settings: PrintSettings, grey: ArrayLike<number>): Lights {
  const curves = printCurves(stock, settings);
  const silver = settings.silver * silverShare;
  const base = meanBase(stock);
  const density = (stock.aim + silver * base) / (1 + silver);
  const middle = middleExposures(stock);
  const light = (i: number) =>
    middleLight +
    (curves[i].exposure(density) - greyExposure(middle[i], middleLight) + heldBack(grey[i])) /
      logExposurePerPoint;
  return [light(0), light(1), light(2)];
}

const meanBase = (stock: PrintStock) =>
  layerNames.reduce((sum, n) => sum + stock.layers[n].dMin, 0) / layerNames.length;

/** Carried light to the densities of the finished print, one pixel. */
function densities(stock: PrintStock, settings: PrintSettings, lights: Lights, quick: boolean) {
  const at = layerNames.map((n) => {
    const curve = printed(stock.layers[n], settings);
    return quick ? curveTable(curve) : characteristic(curve).density;
  });
  const middle = middleExposures(stock);
  const m = mixMatrix(stock.dyes);
  const silver = settings.silver * silverShare;
  const base = meanBase(stock);
  const [atRed, atGreen, atBlue] = at;
  const [red, green, blue] = lights.map((light, i) => greyExposure(middle[i], light - settings.density));
  return (r: number, g: number, b: number, out: Float64Array) => {
    const cyan = atRed(red - heldBack(r));
    const magenta = atGreen(green - heldBack(g));
    const yellow = atBlue(blue - heldBack(b));
    const left = silver * ((cyan + magenta + yellow) / 3 - base);
    out[0] = m[0] * cyan + m[1] * magenta + m[2] * yellow + left;
    out[1] = m[3] * cyan + m[4] * magenta + m[5] * yellow + left;
    out[2] = m[6] * cyan + m[7] * magenta + m[8] * yellow + left;
  };
}

/** Densities R, G, B of a print at some carried light. */
export function printDensities(
  stock: PrintStock,
  settings: PrintSettings,
  lights: Lights,
  [r, g, b]: readonly [number, number, number],
): Float64Array {
  const out = new Float64Array(3);
  densities(stock, settings, lights, false)(r, g, b, out);
  return out;
}

/** What a negative carries of an 18 % grey and of no light at all, working RGB. */
export interface Carried {
  readonly grey: readonly [number, number, number];
  readonly base: readonly [number, number, number];
}
/** Without a negative before it a print takes scene light as it comes. */
export const plainCarried: Carried = { grey: [midGrey, midGrey, midGrey], base: [0, 0, 0] };

/**
 * Prints: carried light in place to display-linear RGB, the clearest white the paper has at 1. The black that the bare
 * negative prints is the display's, the more so the less blacks are softened; it is taken out of all channels alike, so
 * that a neutral grey stays so.
 */
export function makePrint(
  stock: PrintStock,
  settings: PrintSettings,
  lights: Lights,
  base: Carried['base'],
): (rgb: Float32Array) => void {
  const density = densities(stock, settings, lights, true);
  const white = Math.min(...layerNames.map((n) => stock.layers[n].dMin));
  const d = new Float64Array(3);
  density(...base, d);
  const black = ((1 - settings.blackSoft) * d.reduce((sum, v) => sum + tenTo(white - v), 0)) / 3;
  const span = 1 / (1 - black);
  return (rgb) => {
    for (let i = 0; i < rgb.length; i += 3) {
      density(rgb[i], rgb[i + 1], rgb[i + 2], d);
      rgb[i] = Math.min(Math.max((tenTo(white - d[0]) - black) * span, 0), 1);
      rgb[i + 1] = Math.min(Math.max((tenTo(white - d[1]) - black) * span, 0), 1);
      rgb[i + 2] = Math.min(Math.max((tenTo(white - d[2]) - black) * span, 0), 1);
    }
  };
}
