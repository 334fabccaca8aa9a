import { midGrey } from '../colour/exposure.ts';
import { mixMatrix, mixKeys, type Mix } from '../colour/greyMix.ts';
import type { Mat3 } from '../colour/matrix.ts';
import { logTen, tenTo } from '../colour/power.ts';
import { type Characteristic, characteristic, type CurveParams } from './characteristic.ts';
import { OctaveTable } from '../numeric/octaveTable.ts';
import { sequence, type Pass } from '../numeric/passes.ts';
import { memoizeRecent } from '../numeric/memoizeRecent.ts';
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
const minExposure = 1e-5;
const exposed = (light: number) => (light > minExposure ? light : minExposure);

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

/** Light, mid-grey at 1, that the table of a layer spans; it is within 2e-6 of its curve. */
const tableSpan = [2 ** -17, 2 ** 10] as const;
/** Density of a layer over its base, by the light it sees, mid-grey at 1. */
const overBase = memoizeRecent(24, (curve: CurveParams, index: number) => {
  const { density } = characteristic(curve);
  const shift = index * logPerStop;
  const over = (light: number) => density(Math.log10(light) + shift) - curve.dMin;
  return new OctaveTable(over, ...tableSpan);
});

/** Working RGB in place to the densities of the developed negative's layers, over some zero. */
function densities(
  stock: NegativeStock,
  { index, push }: Development,
  zero: ArrayLike<number>,
): (rgb: Float32Array | Float64Array) => void {
  const curves = layerNames.map((n) => developed(stock.layers[n], stock, push));
  const [red, green, blue] = curves.map((c) => overBase(c, index));
  const [foot0, foot1, foot2] = curves.map((c, i) => c.dMin - zero[i]);
  const [s0, s1, s2, s3, s4, s5, s6, s7, s8] = layerNames
    .flatMap((n) => stock.sensitivity[n])
    .map((share) => share / midGrey);
  const [m0, m1, m2, m3, m4, m5, m6, m7, m8] = heldBack(stock.interLayer);
  return (rgb) => {
    for (let i = 0; i < rgb.length; i += 3) {
      const r = rgb[i];
      const g = rgb[i + 1];
      const b = rgb[i + 2];
      const x = red.at(exposed(s0 * r + s1 * g + s2 * b));
      const y = green.at(exposed(s3 * r + s4 * g + s5 * b));
      const z = blue.at(exposed(s6 * r + s7 * g + s8 * b));
      rgb[i] = foot0 + m0 * x + m1 * y + m2 * z;
      rgb[i + 1] = foot1 + m3 * x + m4 * y + m5 * z;
      rgb[i + 2] = foot2 + m6 * x + m7 * y + m8 * z;
    }
  };
}

/** Densities R, G, B of a developed negative at a grey, in stops from 18 %. */
export function greyDensities(stock: NegativeStock, development: Development, stops: number): Float64Array {
  const rgb = new Float64Array(3).fill(midGrey * 2 ** stops);
  densities(stock, development, [0, 0, 0])(rgb);
  return rgb;
}

export const nominalDevelopment: Development = { index: 0, push: 0 };

/**
 * Exposes and develops: working RGB in place to the densities of the negative's layers, over those of the stock's own
 * 18 % grey, exposed and developed as meant. A print takes it from there.
 */
export const developNegative = (stock: NegativeStock, development: Development) =>
  densities(stock, development, greyDensities(stock, nominalDevelopment, 0));

/**
 * Densities over mid-grey's, in place, to working RGB: the light a straight negative of gamma 0.6 would need for them.
 */
export function carryLight(rgb: Float32Array): void {
  for (let i = 0; i < rgb.length; i++) rgb[i] = midGrey * tenTo(rgb[i] / carriedGamma);
}

/** NegativeOutput light below this share of mid-grey prints as black as it can. */
const minCarried = 1e-6;

/** Undoes `carryLight`, in place: working RGB as a straight negative of gamma 0.6 holds it. */
export function carriedDensities(rgb: Float32Array | Float64Array): void {
  for (let i = 0; i < rgb.length; i++) {
    const light = rgb[i] / midGrey;
    rgb[i] = carriedGamma * logTen(light > minCarried ? light : minCarried);
  }
}

/** Exposes and develops, and carries the negative on as light: working RGB in place. */
export const exposeNegative = (stock: NegativeStock, development: Development): Pass =>
  sequence(developNegative(stock, development), carryLight);
