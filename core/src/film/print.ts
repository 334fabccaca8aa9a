import { midGrey } from '../colour/exposure.ts';
import { mixMatrix } from '../colour/greyMix.ts';
import { tenTo } from '../colour/power.ts';
import { UniformTable } from '../numeric/uniformTable.ts';
import { memoizeRecent } from '../numeric/memoizeRecent.ts';
import { sequence, type Pass } from '../numeric/passes.ts';
import { logExposurePerPoint } from '../colour/printerPoints.ts';
import { type Characteristic, characteristic, type CurveParams } from './characteristic.ts';
import { curveTable } from './curveTable.ts';
import { carriedDensities, carriedGamma, logPerStop } from './negative.ts';
import { layerNames, type PrintStock } from './stock.ts';

/**
 * Lights in printer points, red, green, blue. As everywhere here, a light counts for the picture: a point up shows more of
 * its colour. A laboratory counts the light that falls on the print, whose density rises with it: 50 less ours.
 */
export type Lights = readonly [red: number, green: number, blue: number];
/** The middle of the scale of lights (common practice: 25 of 50). */
export const middleLight = 25;
/** What a stop at the camera is worth on the printer, through a negative of the gamma that a look carries on with. */
export const pointsPerCameraStop = (carriedGamma * logPerStop) / logExposurePerPoint;

/** How a print is made, beside its lights. */
export interface PrintSettings {
  /** Density over what is timed, in points of all lights: + is darker. */
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

/** Log printing exposure of 18 % grey under a light: what the picture gains the print is not exposed by. */
const greyExposure = (middle: number, light: number) => middle - logExposurePerPoint * (light - middleLight);

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
  const held = Float64Array.from(grey);
  carriedDensities(held);
  const light = (i: number) =>
    middleLight - (curves[i].exposure(density) - middle[i] + held[i]) / logExposurePerPoint;
  return [light(0), light(1), light(2)];
}

const meanBase = (stock: PrintStock) =>
  layerNames.reduce((sum, n) => sum + stock.layers[n].dMin, 0) / layerNames.length;

/**
 * Densities of a negative over its grey's, in place, to those of the finished print: denser negatives, so brighter
 * scenes, print less.
 */
function densities(
  stock: PrintStock,
  settings: PrintSettings,
  lights: Lights,
): (rgb: Float32Array | Float64Array) => void {
  const [red, green, blue] = layerNames.map((n) => curveTable(printed(stock.layers[n], settings)));
  const middle = middleExposures(stock);
  const [byRed, byGreen, byBlue] = lights.map((light, i) =>
    greyExposure(middle[i], light - settings.density),
  );
  const silver = settings.silver * silverShare;
  const base = silver * meanBase(stock);
  // Silver is neutral: a third of each layer's density, in every channel.
  const [m0, m1, m2, m3, m4, m5, m6, m7, m8] = mixMatrix(stock.dyes).map((share) => share + silver / 3);
  return (rgb) => {
    for (let i = 0; i < rgb.length; i += 3) {
      const cyan = red.at(byRed - rgb[i]);
      const magenta = green.at(byGreen - rgb[i + 1]);
      const yellow = blue.at(byBlue - rgb[i + 2]);
      rgb[i] = m0 * cyan + m1 * magenta + m2 * yellow - base;
      rgb[i + 1] = m3 * cyan + m4 * magenta + m5 * yellow - base;
      rgb[i + 2] = m6 * cyan + m7 * magenta + m8 * yellow - base;
    }
  };
}

/** Densities R, G, B of a print at some carried light. */
export function printDensities(
  stock: PrintStock,
  settings: PrintSettings,
  lights: Lights,
  carried: readonly [number, number, number],
): Float64Array {
  const out = Float64Array.from(carried);
  carriedDensities(out);
  densities(stock, settings, lights)(out);
  return out;
}

/** What a negative carries of an 18 % grey and of no light at all, working RGB. */
export interface NegativeOutput {
  readonly grey: readonly [number, number, number];
  readonly base: readonly [number, number, number];
}
/** Without a negative before it a print takes scene light as it comes. */
export const plainNegativeOutput: NegativeOutput = { grey: [midGrey, midGrey, midGrey], base: [0, 0, 0] };

/** Density over the clearest that the display is told apart to, and steps of its table: within 1e-6 of white. */
const densest = 5;
const steps = 4096;

/**
 * Light through a density, the clearest at 1 and `black` at 0, held between the display's black and white. Silver and
 * the dyes' cross-absorption can only add: no stock is clearer than its clearest layer.
 */
const transmittance = memoizeRecent(8, (white: number, black: number, darkest: number) => {
  const light = (density: number) => (tenTo(white - density) - black) / (1 - black);
  const held = (density: number) => Math.min(Math.max(light(density), darkest), 1);
  return new UniformTable(held, white, white + densest, steps);
});

/**
 * Prints: densities of a negative over its grey's, in place, to display-linear RGB, the clearest white the paper has
 * at 1. The black that the bare negative prints is the display's, the more so the less blacks are softened; it is taken
 * out of all channels alike, so that a neutral grey stays so.
 * @param base carried light of the bare negative.
 * @param darkest light of the display's own black: nothing is shown darker.
 */
export function makePrint(
  stock: PrintStock,
  settings: PrintSettings,
  lights: Lights,
  base: NegativeOutput['base'],
  darkest: number,
): Pass {
  const toDensities = densities(stock, settings, lights);
  const white = Math.min(...layerNames.map((n) => stock.layers[n].dMin));
  const bare = printDensities(stock, settings, lights, base);
  const black = ((1 - settings.blackSoft) * bare.reduce((sum, d) => sum + tenTo(white - d), 0)) / 3;
  const light = transmittance(white, black, darkest);
  return sequence(toDensities, (rgb) => {
    for (let i = 0; i < rgb.length; i++) rgb[i] = light.at(rgb[i]);
  });
}
