import { midGrey } from '../camera/exposure.ts';
import { mixMatrix } from '../colour/greyMix.ts';
import { tenTo } from '../colour/power.ts';
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

/** Log printing exposures of carried light under some lights. Denser negatives, so brighter scenes, print less. */
const printExposure = (middle: number, light: number, carried: number) =>
  middle +
  logExposurePerPoint * (light - middleLight) -
  carriedGamma * Math.log10(Math.max(carried, midGrey * 1e-6) / midGrey);

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
    (curves[i].exposure(density) - printExposure(middle[i], middleLight, grey[i])) / logExposurePerPoint;
  return [light(0), light(1), light(2)];
}

const meanBase = (stock: PrintStock) =>
  layerNames.reduce((sum, n) => sum + stock.layers[n].dMin, 0) / layerNames.length;

/** Carried light to the densities of the finished print, one pixel. */
function densities(stock: PrintStock, settings: PrintSettings, lights: Lights, quick: boolean) {
  const at = printCurves(stock, settings).map((c) => (quick ? curveTable(c) : c.density));
  const middle = middleExposures(stock);
  const m = mixMatrix(stock.dyes);
  const silver = settings.silver * silverShare;
  const base = meanBase(stock);
  const dye = [0, 0, 0];
  return (r: number, g: number, b: number, out: Float64Array) => {
    dye[0] = at[0](printExposure(middle[0], lights[0] - settings.density, r));
    dye[1] = at[1](printExposure(middle[1], lights[1] - settings.density, g));
    dye[2] = at[2](printExposure(middle[2], lights[2] - settings.density, b));
    const left = silver * ((dye[0] + dye[1] + dye[2]) / 3 - base);
    for (let i = 0; i < 3; i++)
      out[i] = m[i * 3] * dye[0] + m[i * 3 + 1] * dye[1] + m[i * 3 + 2] * dye[2] + left;
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
  return (rgb) => {
    for (let i = 0; i < rgb.length; i += 3) {
      density(rgb[i], rgb[i + 1], rgb[i + 2], d);
      for (let c = 0; c < 3; c++)
        rgb[i + c] = Math.min(Math.max((tenTo(white - d[c]) - black) / (1 - black), 0), 1);
    }
  };
}
