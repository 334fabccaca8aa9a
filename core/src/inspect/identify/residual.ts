import { linearToStops, midGrey } from '../../colour/exposure.ts';
import { invert, type Mat3, multiply } from '../../colour/matrix.ts';
import { luminanceWeights } from '../../colour/rgbSpace.ts';
import { working } from '../../colour/spaces/index.ts';
import { triplesPerGrey } from './sample.ts';

/** What a LUT does to light once both its ends are taken off: the look that would be in it. */
export interface Residual {
  /** Stops at mid-grey, slope and bend (stops a stop, and of that) of greys. */
  exposure: number;
  contrast: number;
  bend: number;
  /** Root mean square of what that leaves, stops; and of what a fourth power leaves down to the faintest light. */
  rest: number;
  rough: number;
  /** Difference between channels of greys: at mid-grey, and its root mean square, stops. */
  tint: number;
  /** Saturation of colours near greys; 1 where it is kept. */
  saturation: number;
  /** How much one colour is turned into others beyond that, 0 for none. */
  turn: number;
  /** Most that greys and colours near them are off from nothing but an exposure; stops and shares. */
  worst: number;
  /** Greys it could be told by. */
  greys: number;
  /** Light that no light comes out as, in stops' worth of the usual floor: 0 where black stays black. */
  blackLift: number;
  /** Largest change of slope from one grey to the next, in shadows and in highlights, a stop a stop. */
  toeCorner: number;
  topCorner: number;
  /** Light under no light at which the output still changes, and light up to which it is held; 18 % grey is 0.18. */
  stirred: number;
  held: number;
}

/** Light of a sample under one end; NaN where the end cannot say. */
export interface LightSample {
  readonly light: Float32Array;
  /** For each grey, how much of it means something: one of `told`. */
  readonly valid: Uint8Array;
}

/** Nothing; the grey; the colours around it, too. */
export const told = { nothing: 0, grey: 1, colours: 2 } as const;

/** Light of the darkest detail that cameras keep: seven stops under mid-grey. */
const faint = midGrey / 128;
/** Output codes this near are one. */
const sameCode = 2e-6;

/** What happens where light ends. @param codes of the outputs. */
export function blackOf(
  { light: x }: LightSample,
  { light: y }: LightSample,
  codes: Float32Array,
  count: number,
) {
  const at = (i: number) => i * triplesPerGrey * 3;
  let h = 0;
  const same = (i: number) => [0, 1, 2].every((c) => Math.abs(codes[at(i) + c] - codes[c]) < sameCode);
  while (h + 1 < count && same(h + 1)) h++;
  const held = level(x, at(h));
  const next = h + 1 < count ? level(x, at(h + 1)) : 0;
  let best = -1;
  for (let i = 0; i + 1 < count; i++) {
    const [a, b] = [level(x, at(i)), level(x, at(i + 1))];
    if (a >= -faint / 2 && b < 8 * faint && b > a) {
      best = i;
      break;
    }
  }
  let lift = 0;
  if (best >= 0) {
    const [a, b] = [at(best), at(best + 1)];
    const [xa, xb, ya, yb] = [level(x, a), level(x, b), level(y, a), level(y, b)];
    lift = (ya - (xa * (yb - ya)) / (xb - xa)) / faint;
  }
  return {
    blackLift: Number.isFinite(lift) ? lift : 0,
    stirred: Math.max(0, -next) / faint,
    held: Math.max(0, held) / faint,
  };
}

/** Turn that is taken where colours near greys tell nothing. */
const untold = 0.05;
const span = 4.5;
const wholeSpan = { low: -9, high: 7 };
const roughSpan = { low: -6.8, high: 5.5 };

/** Solves n equations in n unknowns by elimination; each row ends in its right side. A row that says nothing gives 0. */
function solveRows(rows: readonly (readonly number[])[], n: number): number[] {
  const a = rows.map((r) => [...r]);
  for (let i = 0; i < n; i++) {
    let p = i;
    for (let r = i + 1; r < n; r++) if (Math.abs(a[r][i]) > Math.abs(a[p][i])) p = r;
    [a[i], a[p]] = [a[p], a[i]];
    if (Math.abs(a[i][i]) < 1e-12) continue;
    for (let r = 0; r < n; r++) {
      if (r === i) continue;
      const f = a[r][i] / a[i][i];
      for (let c = i; c <= n; c++) a[r][c] -= f * a[i][c];
    }
  }
  return a.map((r, i) => (Math.abs(r[i]) < 1e-12 ? 0 : r[n] / r[i]));
}

const weights = luminanceWeights(working);
/** Luminance of the triple at an index: looks that only tint keep it. */
const level = (rgb: Float32Array, p: number) =>
  weights[0] * rgb[p] + weights[1] * rgb[p + 1] + weights[2] * rgb[p + 2];

/** The matrix by which small changes of a grey's light come out, both as shares of the grey; null where it cannot be told. */
function nearGrey(x: Float32Array, y: Float32Array, at: number): Mat3 | null {
  const [X, Y] = [new Float64Array(9), new Float64Array(9)];
  const [gx, gy] = [level(x, at), level(y, at)];
  for (let j = 0; j < 3; j++) {
    const [less, more] = [at + (1 + 2 * j) * 3, at + (2 + 2 * j) * 3];
    for (let c = 0; c < 3; c++) {
      X[c * 3 + j] = (x[more + c] - x[less + c]) / gx;
      Y[c * 3 + j] = (y[more + c] - y[less + c]) / gy;
    }
  }
  try {
    const J = multiply(Y as unknown as Mat3, invert(X as unknown as Mat3));
    return J.every(Number.isFinite) ? J : null;
  } catch {
    return null;
  }
}

/** Splits a matrix into α·1 + a part that goes to all channels alike, and what is left: α and the root mean square of the rest. */
export function splitMatrix(J: Mat3): { own: number; rest: number } {
  // Least squares for α and v with J = α I + 1 vᵀ: columns' means give v.
  let own = 0;
  for (let c = 0; c < 3; c++)
    for (let j = 0; j < 3; j++) own += (J[c * 3 + j] * ((c === j ? 1 : 0) - 1 / 3)) / 2;
  let rest = 0;
  for (let j = 0; j < 3; j++) {
    const v = (J[j] + J[3 + j] + J[6 + j] - own) / 3;
    for (let c = 0; c < 3; c++) rest += (J[c * 3 + j] - (c === j ? own : 0) - v) ** 2;
  }
  return { own, rest: Math.sqrt(rest / 9) };
}

interface Pick {
  s: number;
  t: number;
  w: number;
  tint: number;
  at: number;
  hasColours: boolean;
}

/** Greys out as a power series of greys in, by least squares: its terms, and the root mean square of what they leave. */
export function fitPower(picked: readonly Pick[], power: number) {
  const n = power + 1;
  const moments = new Float64Array(2 * power + 1);
  const aims = new Float64Array(n);
  for (const { s, t, w } of picked) {
    let term = w;
    for (let k = 0; k < moments.length; k++, term *= s) {
      moments[k] += term;
      if (k < n) aims[k] += term * t;
    }
  }
  const rows = Array.from({ length: n }, (_, r) => [
    ...Array.from({ length: n }, (_, c) => moments[r + c]),
    aims[r],
  ]);
  const terms = solveRows(rows, n);
  let off = 0;
  for (const { s, t, w } of picked) {
    let at = 0;
    for (let k = power; k >= 0; k--) at = at * s + terms[k];
    off += w * (t - at) ** 2;
  }
  return { terms, rest: Math.sqrt(off / moments[0]) };
}

/** Is what goes in, by far, not the light that comes out? */
export function farApart(from: LightSample, to: LightSample): boolean {
  for (let i = 0; i < from.valid.length; i++) {
    if (!from.valid[i] || !to.valid[i]) continue;
    const at = i * triplesPerGrey * 3;
    const s = linearToStops(level(from.light, at));
    if (Math.abs(s) < 3 && Math.abs(linearToStops(level(to.light, at)) - s) > 0.3) return true;
  }
  return false;
}

/** The look between two samples of light; null where too few greys are in both. */
export function residualOf(from: LightSample, to: LightSample, codes: Float32Array): Residual | null {
  const count = from.valid.length;
  const [x, y] = [from.light, to.light];
  const all: Pick[] = [];
  for (let i = 0; i < count; i++) {
    if (!from.valid[i] || !to.valid[i]) continue;
    const at = i * triplesPerGrey * 3;
    const s = linearToStops(level(x, at));
    if (!(s > wholeSpan.low && s < wholeSpan.high)) continue;
    const out = [0, 1, 2].map((c) => y[at + c]);
    if (out.some((v) => !(v > 0))) continue;
    const t = linearToStops(level(y, at));
    const logs = out.map(Math.log2);
    all.push({
      s,
      t,
      w: 1,
      tint: Math.max(...logs) - Math.min(...logs),
      at,
      hasColours: from.valid[i] + to.valid[i] === 2 * told.colours,
    });
  }
  // Codes that are held alike are one grey.
  for (let i = all.length - 1; i > 0; i--) if (all[i].s - all[i - 1].s < 1e-6) all.splice(i - 1, 1);
  // Every stop counts alike, however many codes it has.
  all.forEach((p, i) => {
    const [a, b] = [all[Math.max(i - 1, 0)], all[Math.min(i + 1, all.length - 1)]];
    p.w = Math.min(Math.abs(b.s - a.s), 1.5);
  });
  const picked = all.filter((p) => Math.abs(p.s) <= span);
  if (picked.length < 4) return null;
  const fitted = fitPower(picked, 2);
  const [exposure, contrast, bend] = fitted.terms;
  const { rest } = fitted;
  const most = all.filter((p) => p.s > roughSpan.low && p.s < roughSpan.high);
  const rough = most.length > 6 ? fitPower(most, 4).rest : rest;
  const slopes = all.slice(1).map((p, i) => (p.t - all[i].t) / (p.s - all[i].s));
  const corner = (isIn: (s: number) => boolean) =>
    slopes.slice(1).reduce((m, v, i) => (isIn(all[i + 1].s) ? Math.max(m, Math.abs(v - slopes[i])) : m), 0);
  const toeCorner = corner((s) => s < -2);
  const topCorner = corner((s) => s > 1.5);
  const whole = picked.reduce((sum, p) => sum + p.w, 0);
  const mean = (f: (p: Pick) => number) => picked.reduce((sum, p) => sum + p.w * f(p), 0) / whole;
  const shift = mean((p) => p.t - p.s);
  let worst = Math.max(...picked.map((p) => Math.max(Math.abs(p.t - p.s - shift), p.tint)));
  let [own, turn, n] = [0, 0, 0];
  for (const p of picked) {
    if (Math.abs(p.s) > 3 || !p.hasColours) continue;
    const J = nearGrey(x, y, p.at);
    if (!J) continue;
    const split = splitMatrix(J);
    const slope = Math.max(contrast + 2 * bend * p.s, 0.2);
    own += split.own / slope;
    turn += split.rest / slope;
    n++;
    for (let k = 0; k < 9; k++) worst = Math.max(worst, Math.abs(J[k] - (k % 4 === 0 ? 1 : 0)) / 4);
  }
  return {
    exposure,
    contrast,
    bend,
    rest,
    rough,
    toeCorner,
    topCorner,
    tint: Math.sqrt(mean((p) => p.tint ** 2)),
    saturation: n > 0 ? own / n : 1,
    turn: n > 0 ? turn / n : untold,
    worst,
    greys: picked.length,
    ...blackOf(from, to, codes, count),
  };
}

/** How near a LUT is to no look but a tint: stops, slope, share. */
const plain = { exposure: 0.08, contrast: 0.03, rest: 0.03, saturation: 0.05, turn: 0.025 };
/** Difference between the channels of a grey that is seen, stops. */
export const seenTint = 0.012;

/** Is there no look in it, whatever tint its greys have? */
export const isPlain = (r: Residual): boolean =>
  Math.abs(r.exposure) < plain.exposure &&
  Math.abs(r.contrast - 1) < plain.contrast &&
  r.rest < plain.rest &&
  Math.abs(r.saturation - 1) < plain.saturation &&
  r.turn < plain.turn;
