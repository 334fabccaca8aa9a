import type { Plane } from './light.ts';

/** Deviation in pixels above which a plane is halved first: the result has no detail that would be lost. */
const fineEnough = 2.4;
/** Deviations to either side at which the bell is cut off. */
const reachOfBell = 3.5;

/** Deviation in pixels below which the bell is three pixels: sampled, it would be too narrow. */
const threePixels = 0.7;

/** Shares of the pixels from −reach to +reach. */
function bell(sigma: number): { reach: number; shares: Float64Array } {
  if (sigma < threePixels) {
    const side = sigma ** 2 / 2;
    return { reach: 1, shares: Float64Array.of(side, 1 - 2 * side, side) };
  }
  const reach = Math.ceil(reachOfBell * sigma);
  const shares = new Float64Array(2 * reach + 1);
  for (let k = -reach; k <= reach; k++) shares[k + reach] = Math.exp(-0.5 * (k / sigma) ** 2);
  const sum = shares.reduce((x, y) => x + y, 0);
  return { reach, shares: shares.map((v) => v / sum) };
}

/** The pixel that stands at a place outside: the plane is mirrored at its edges, so that what leaves it comes back. */
function mirrored(at: number, count: number): number {
  const turn = 2 * count;
  const within = ((at % turn) + turn) % turn;
  return within < count ? within : turn - 1 - within;
}

/** Along rows. */
function alongRows(from: Plane, width: number, height: number, sigma: number): Plane {
  const { reach, shares } = bell(sigma);
  const to = new Float32Array(from.length);
  const line = new Float32Array(width + 2 * reach);
  for (let y = 0; y < height; y++) {
    const row = y * width;
    line.set(from.subarray(row, row + width), reach);
    for (let k = 0; k < reach; k++) {
      line[reach - 1 - k] = from[row + mirrored(-1 - k, width)];
      line[reach + width + k] = from[row + mirrored(width + k, width)];
    }
    for (let x = 0; x < width; x++) {
      let sum = 0;
      for (let k = 0; k < shares.length; k++) sum += shares[k] * line[x + k];
      to[row + x] = sum;
    }
  }
  return to;
}

/** Along columns, a whole row at a time: memory is walked in its own order. */
function alongColumns(from: Plane, width: number, height: number, sigma: number): Plane {
  const { reach, shares } = bell(sigma);
  const to = new Float32Array(from.length);
  for (let y = 0; y < height; y++)
    for (let k = -reach; k <= reach; k++) {
      const row = mirrored(y + k, height) * width;
      const share = shares[k + reach];
      for (let x = 0, out = y * width; x < width; x++, out++) to[out] += share * from[row + x];
    }
  return to;
}

interface Sized {
  plane: Plane;
  width: number;
  height: number;
}

/** Shares of the nearer and of the farther centre, for a line at half or twice the density. */
const [nearer, farther] = [0.75, 0.25];
/** Variance in pixels² that halving and doubling add: centres half a pixel and one and a half away, twice. */
const halvingVariance = 2 * (nearer * 0.5 ** 2 + farther * 1.5 ** 2);

/**
 * Half the size. What a pixel gives to the centres round it is what `double` takes back from them, so that a point
 * of light stays where it is.
 */
function halve({ plane, width, height }: Sized): Sized {
  const [w, h] = [Math.ceil(width / 2), Math.ceil(height / 2)];
  const rows = new Float32Array(w * height);
  for (let y = 0; y < height; y++)
    for (let x = 0, row = y * width; x < w; x++) {
      const at = 2 * x;
      const last = width - 1;
      const far = plane[row + Math.max(at - 1, 0)] + plane[row + Math.min(at + 2, last)];
      rows[y * w + x] =
        (nearer * (plane[row + at] + plane[row + Math.min(at + 1, last)]) + farther * far) / 2;
    }
  const half = new Float32Array(w * h);
  const rowAt = (y: number) => Math.min(Math.max(y, 0), height - 1) * w;
  for (let y = 0; y < h; y++) {
    const [a, b, c, d] = [-1, 0, 1, 2].map((k) => rowAt(2 * y + k));
    for (let x = 0; x < w; x++)
      half[y * w + x] = (nearer * (rows[b + x] + rows[c + x]) + farther * (rows[a + x] + rows[d + x])) / 2;
  }
  return { plane: half, width: w, height: h };
}

/** Back to the size it was halved from, linear between centres. */
function double({ plane, width: w, height: h }: Sized, width: number, height: number): Plane {
  const out = new Float32Array(width * height);
  const line = new Float32Array(w);
  const beside = (i: number, count: number) =>
    Math.min(Math.max(i & 1 ? (i >> 1) + 1 : (i >> 1) - 1, 0), count - 1);
  for (let y = 0; y < height; y++) {
    const near = (y >> 1) * w;
    const far = beside(y, h) * w;
    for (let x = 0; x < w; x++) line[x] = nearer * plane[near + x] + farther * plane[far + x];
    for (let x = 0; x < width; x++) out[y * width + x] = nearer * line[x >> 1] + farther * line[beside(x, w)];
  }
  return out;
}

const halvedSigma = (sigma: number) => Math.sqrt(sigma ** 2 - halvingVariance) / 2;
const isCoarse = ({ width, height }: Sized, sigma: number) => sigma > fineEnough && width > 3 && height > 3;

/**
 * A plane under a Gaussian of a deviation in pixels, mirrored at its edges. Returns a new plane; 0 copies.
 * Wide ones are done on halved planes, so that the cost does not grow with the deviation.
 */
export function gaussian(plane: Plane, width: number, height: number, sigma: number): Plane {
  if (sigma <= 0) return Float32Array.from(plane);
  const sized = { plane, width, height };
  if (!isCoarse(sized, sigma))
    return alongColumns(alongRows(plane, width, height, sigma), width, height, sigma);
  const half = halve(sized);
  const blurred = gaussian(half.plane, half.width, half.height, halvedSigma(sigma));
  return double({ ...half, plane: blurred }, width, height);
}

/** Shares and widths of the bells that stand in for scatter: most stays near, a little goes far. */
const glowBells = [
  [0.5, 1],
  [0.33, 2],
  [0.17, 4],
] as const;

/** Contrast that a wave keeps under a bell; deviation and wavelength in the same unit. */
export const gaussianContrast = (sigma: number, wave: number) =>
  Math.exp(-2 * ((Math.PI * sigma) / wave) ** 2);

/** Contrast that a wave keeps under `glow`. */
export const glowContrast = (sigma: number, wave: number) =>
  glowBells.reduce((sum, [share, wide]) => sum + share * gaussianContrast(sigma * wide, wave), 0);

const total = (plane: Plane) => plane.reduce((sum, v) => sum + v, 0);

/**
 * A plane under scatter with a long tail; `sigma` is the deviation of its core, pixels. All light is kept: the frame's
 * edges are mirrors, and what planes of odd sizes gain or lose in halving is shared out.
 */
export function glow(plane: Plane, width: number, height: number, sigma: number): Plane {
  const spread = scattered({ plane, width, height }, sigma);
  const [before, after] = [total(plane), total(spread)];
  if (before > 0 && after > 0) {
    const share = before / after;
    for (let i = 0; i < spread.length; i++) spread[i] *= share;
  }
  return spread;
}

function scattered(sized: Sized, sigma: number): Plane {
  const { plane, width, height } = sized;
  if (isCoarse(sized, sigma)) {
    const half = halve(sized);
    // What halving adds is taken off the core; the tails, wider by far, gain too little from it to be seen.
    return double({ ...half, plane: scattered(half, halvedSigma(sigma)) }, width, height);
  }
  const sum = new Float32Array(plane.length);
  let [last, done] = [plane, 0];
  for (const [share, wide] of glowBells) {
    // A bell of a bell: variances add up.
    last = gaussian(last, width, height, sigma * Math.sqrt(wide ** 2 - done ** 2));
    done = wide;
    for (let i = 0; i < sum.length; i++) sum[i] += share * last[i];
  }
  return sum;
}
