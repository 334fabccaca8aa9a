import { levels } from '../../colour/range.ts';
import { linearToStops } from '../../colour/exposure.ts';
import { invert, type Mat3, multiply, transform, type Vec3 } from '../../colour/matrix.ts';
import { luminanceWeights, rgbToRgb } from '../../colour/rgbSpace.ts';
import { bt709, working } from '../../colour/spaces/index.ts';
import type { LightSample } from './residual.ts';
import { blackOf, fitPower, splitMatrix } from './residual.ts';
import { type NeutralSample, triplesPerGrey } from './sample.ts';

/**
 * What a LUT from a camera to a display says of that camera whatever tone scale its maker used: where blacks leave the floor,
 * how the neutral curve runs in stops, where grey and white land, and how small colours beside greys come out. A tone scale
 * for each channel alike scales these, and one that keeps hue adds to all channels alike; neither turns one into another.
 */
export interface ToneFree {
  /** Signal, 0–1 of the range, at which greys of so many stops over mid-grey come out. */
  signalAt(stops: number): number;
  /** Root mean square of what a fourth power leaves of the neutral curve, stops of display light. */
  rest: number;
  /** How often and how much the curve gets steeper again above the shadows: a tone scale has a single shoulder. */
  wiggle: number;
  /** Slope in the deepest shadows, stops of display light a stop. */
  toeSlope: number;
  /** Largest change of slope from one grey to the next in the shadows. */
  toeCorner: number;
  /** Stops at which the signal has all but reached its end. */
  top: number;
  /** Largest difference between the channels of a grey, of the signal. */
  tint: number;
  /** How much one colour is turned into others, 0 for none. */
  turn: number;
  /** How far colours near greys are from coming out as a tone scale alone would leave them; 0 for not. */
  saturationOff: number;
  held: number;
  stirred: number;
  greys: number;
}

const displayGamma = 2.4;
/** Signals this near to an end may be cut off. */
const cut = 0.004;
const weights = luminanceWeights(bt709);
const toBt709 = rgbToRgb(working, bt709);
const middle = { low: -3, high: 2 };

const luma = (v: readonly number[]) => weights[0] * v[0] + weights[1] * v[1] + weights[2] * v[2];

interface Grey {
  /** Stops of light in, of display light out, and the signal. */
  s: number;
  t: number;
  signal: number;
  tint: number;
  at: number;
}

/** Display light of a signal; a little under black keeps its sign out of it. */
const lightOf = (signal: number) => Math.max(signal, 0) ** displayGamma;

/** The matrix from small changes of light in to those of display light out, both as shares of the grey. */
function nearGrey(light: Float32Array, signals: Float32Array, at: number): Mat3 | null {
  const [X, Y] = [new Float64Array(9), new Float64Array(9)];
  const triple = (rgb: Float32Array, k: number): Vec3 => [
    rgb[at + k * 3],
    rgb[at + k * 3 + 1],
    rgb[at + k * 3 + 2],
  ];
  const inside = (k: number) => transform(toBt709, triple(light, k));
  const shown = (k: number) => triple(signals, k).map(lightOf);
  const [gx, gy] = [luma(inside(0)), luma(shown(0))];
  for (let j = 0; j < 3; j++) {
    const [x0, x1, y0, y1] = [inside(1 + 2 * j), inside(2 + 2 * j), shown(1 + 2 * j), shown(2 + 2 * j)];
    for (let c = 0; c < 3; c++) {
      X[c * 3 + j] = (x1[c] - x0[c]) / gx;
      Y[c * 3 + j] = (y1[c] - y0[c]) / gy;
    }
  }
  try {
    const J = multiply(Y as unknown as Mat3, invert(X as unknown as Mat3));
    return J.every(Number.isFinite) ? J : null;
  } catch {
    return null;
  }
}

/** @param range of the display's code. @returns null where too few greys come out within it. */
export function toneFree(
  { outputs, greys: count }: NeutralSample,
  from: LightSample,
  to: LightSample,
  range: 'full' | 'narrow',
): ToneFree | null {
  const { black, white } = levels(range, 10);
  const signals = outputs.map((v) => (v - black) / (white - black));
  const all: Grey[] = [];
  for (let i = 0; i < count; i++) {
    const at = i * triplesPerGrey * 3;
    const light = luma(transform(toBt709, [from.light[at], from.light[at + 1], from.light[at + 2]]));
    const rgb = [signals[at], signals[at + 1], signals[at + 2]];
    if (!(light > 0) || rgb.some((v) => !Number.isFinite(v))) continue;
    const signal = rgb[1];
    all.push({
      s: linearToStops(light),
      t: Math.log2(Math.max(luma(rgb.map(lightOf)), 1e-9)),
      signal,
      tint: Math.max(...rgb) - Math.min(...rgb),
      at,
    });
  }
  // Codes that are held alike are one grey.
  const rising = all.filter((g, i) => i === 0 || g.s - all[i - 1].s > 1e-6);
  const told = rising.filter((g) => g.signal > cut && g.signal < 1 - cut && g.s > -9 && g.s < 9);
  if (told.length < 6) return null;
  const picks = told.map(({ s, t, tint, at }, i) => {
    const [a, b] = [told[Math.max(i - 1, 0)], told[Math.min(i + 1, told.length - 1)]];
    return { s, t, tint, at, hasColours: true, w: Math.min(b.s - a.s, 1.5) };
  });
  const spanned = picks.filter((p) => p.s > -6.5 && p.s < 4.5);
  const rest = spanned.length > 6 ? fitPower(spanned, 4).rest : 1;
  const slopes = told
    .slice(1)
    .map((g, i) => ({ s: (g.s + told[i].s) / 2, v: (g.t - told[i].t) / (g.s - told[i].s) }));
  const pairs = slopes.slice(1).map((b, i) => ({ s: b.s, d: b.v - slopes[i].v }));
  const wiggle = pairs.reduce((sum, { s, d }) => sum + (s > -2 && d > 0 ? d : 0), 0);
  const toeCorner = pairs.reduce((m, { s, d }) => (s < -2 ? Math.max(m, Math.abs(d)) : m), 0);
  let [turn, off, n] = [0, 0, 0];
  for (const g of told) {
    if (g.s < middle.low || g.s > middle.high) continue;
    const J = nearGrey(from.light, signals, g.at);
    const near = slopes.reduce((a, b) => (Math.abs(b.s - g.s) < Math.abs(a.s - g.s) ? b : a));
    if (!J || !(near.v > 0.05)) continue;
    const rises = [0, 1, 2].map((c) => J[c * 3] + J[c * 3 + 1] + J[c * 3 + 2]);
    if (rises.some((v) => !(v > 0.05))) continue;
    // A grey that gets lighter moves each channel by the slope of its own curve: what is left has no curves in it.
    const { own, rest: turned } = splitMatrix(
      J.map((v, k) => v / rises[Math.floor(k / 3)]) as unknown as Mat3,
    );
    turn += turned / Math.max(Math.abs(own), 0.05);
    off += Math.min(Math.abs(own - 1), Math.abs(own * near.v - 1));
    n++;
  }
  const last = rising.at(-1)!;
  const most = Math.max(...rising.map((g) => g.signal));
  const end = rising.find((g) => g.signal > most - cut) ?? last;
  const { held, stirred } = blackOf(from, to, outputs, count);
  const inMiddle = told.filter((g) => g.s > -5 && g.s < 3);
  return {
    signalAt(stops) {
      const i = rising.findIndex((g) => g.s >= stops);
      if (i < 0) return last.signal;
      if (i === 0) return rising[0].signal;
      const [a, b] = [rising[i - 1], rising[i]];
      return a.signal + ((b.signal - a.signal) * (stops - a.s)) / (b.s - a.s);
    },
    rest,
    wiggle,
    toeSlope: slopes[0].v,
    toeCorner,
    top: end.s,
    tint: inMiddle.reduce((m, g) => Math.max(m, g.tint), 0),
    turn: n > 0 ? turn / n : 0.05,
    saturationOff: n > 0 ? off / n : 0.05,
    held,
    stirred,
    greys: told.length,
  };
}
