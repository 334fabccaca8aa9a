import { midGrey } from '../camera/exposure.ts';
import { mixMatrix, mixKeys, type Mix } from '../colour/greyMix.ts';
import type { Mat3 } from '../colour/matrix.ts';
import { logTen, tenTo } from '../colour/power.ts';
import { type Characteristic, characteristic, type CurveParams } from './characteristic.ts';
import { curveTable } from './curveTable.ts';
import { layerNames, type NegativeStock } from './stock.ts';

/** How a negative was exposed and developed, both in stops. */
export interface Development {
  /** Exposure over (+) or under the stock's own index. */
  index: number;
  push: number;
}

/** Log exposure of a stop. */
export const logPerStop = Math.log10(2);
/**
 * Density a log unit of scene light of the negative that a look carries on with. A stock of this gamma, exposed and
 * developed as meant, gives the scene back between its toe and its shoulder. Near the gamma of negatives (common
 * practice: about 0.6).
 */
export const carriedGamma = 0.6;
/** Light below this share of mid-grey exposes nothing. */
const leastExposure = 1e-5;

/** A layer's curve as a stop of push changes it. */
export function developed(curve: CurveParams, { push }: NegativeStock, stops: number): CurveParams {
  return {
    ...curve,
    gamma: Math.max(curve.gamma * (1 + push.gamma * stops), 0.1),
    speed: curve.speed - push.speed * stops * logPerStop,
    dMin: curve.dMin + push.fog * Math.max(stops, 0),
    dMax: curve.dMax + push.fog * Math.max(stops, 0),
  };
}

/** The three curves of a negative, red, green, blue. */
export const negativeCurves = (stock: NegativeStock, push: number): Characteristic[] =>
  layerNames.map((name) => characteristic(developed(stock.layers[name], stock, push)));

/** Inter-layer effects hold neighbours back: a mix with its shares turned round. */
const heldBack = (shares: Mix): Mat3 =>
  mixMatrix(Object.fromEntries(mixKeys.map((k) => [k, -shares[k]])) as Mix);

/** Working RGB to the densities of the developed negative, one pixel; `at` looks a layer's density up. */
function densities(stock: NegativeStock, { index, push }: Development, quick: boolean) {
  const curves = layerNames.map((n) => developed(stock.layers[n], stock, push));
  const at = curves.map((c) => (quick ? curveTable(c) : characteristic(c).density));
  const least = curves.map((c) => c.dMin);
  const sees = layerNames.map((n) => stock.sensitivity[n]);
  const m = heldBack(stock.interLayer);
  const shift = index * logPerStop;
  const [atRed, atGreen, atBlue] = at;
  const exposure = ([sr, sg, sb]: readonly number[], r: number, g: number, b: number) => {
    const light = (sr * r + sg * g + sb * b) / midGrey;
    return logTen(light > leastExposure ? light : leastExposure) + shift;
  };
  const [seesRed, seesGreen, seesBlue] = sees;
  return (r: number, g: number, b: number, out: Float64Array) => {
    const red = atRed(exposure(seesRed, r, g, b)) - least[0];
    const green = atGreen(exposure(seesGreen, r, g, b)) - least[1];
    const blue = atBlue(exposure(seesBlue, r, g, b)) - least[2];
    out[0] = least[0] + m[0] * red + m[1] * green + m[2] * blue;
    out[1] = least[1] + m[3] * red + m[4] * green + m[5] * blue;
    out[2] = least[2] + m[6] * red + m[7] * green + m[8] * blue;
  };
}

/** Densities R, G, B of a developed negative at a grey, in stops from 18 %. */
export function greyDensities(stock: NegativeStock, development: Development, stops: number): Float64Array {
  const out = new Float64Array(3);
  const light = midGrey * 2 ** stops;
  densities(stock, development, false)(light, light, light, out);
  return out;
}

export const asMeant: Development = { index: 0, push: 0 };

/**
 * Exposes and develops: working RGB in place to the light a straight negative of gamma 0.6 would need for the same
 * densities, with the stock's own 18 % grey, exposed and developed as meant, at 0.18. A print takes it from there.
 */
export function exposeNegative(stock: NegativeStock, development: Development): (rgb: Float32Array) => void {
  const density = densities(stock, development, true);
  const grey = greyDensities(stock, asMeant, 0);
  const d = new Float64Array(3);
  return (rgb) => {
    for (let i = 0; i < rgb.length; i += 3) {
      density(rgb[i], rgb[i + 1], rgb[i + 2], d);
      rgb[i] = midGrey * tenTo((d[0] - grey[0]) / carriedGamma);
      rgb[i + 1] = midGrey * tenTo((d[1] - grey[1]) / carriedGamma);
      rgb[i + 2] = midGrey * tenTo((d[2] - grey[2]) / carriedGamma);
    }
  };
}
