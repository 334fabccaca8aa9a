import type { Plane } from './light.ts';

/** Side of the smallest clump of grain, µm on the film (common practice: clumps are some micrometres wide). */
export const clump = 6;
/** Aperture that RMS granularity is stated for: a disc of 48 µm. Source: ISO 10505 (from memory). */
export const statedAperture = { diameter: 48, area: Math.PI * 24 ** 2 };

/** Variance of the soft outline of a clump, in clumps². */
const outline = 0.5;

/** Deviation that the stated aperture reads, in the same units as a field: over its area and the outline of clumps. */
export const statedDeviation = clump / Math.sqrt(statedAperture.area + 4 * Math.PI * outline * clump ** 2);

/** 32 well-mixed bits of an integer. Source: A. Appleby, MurmurHash3, fmix32 (public domain). */
function mixBits(n: number): number {
  let h = n | 0;
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  return (h ^ (h >>> 16)) >>> 0;
}

const bytesMean = 4 * 127.5;
const bytesDeviation = Math.sqrt((4 * (256 ** 2 - 1)) / 12);
const rowKey = (y: number, key: number) => mixBits(Math.imul(y, 0x85ebca77) ^ key);
/** A nearly normal number of mean 0 and deviation 1 for a place of a row: the sum of four evenly spread bytes. */
function normalAt(x: number, row: number): number {
  const h = mixBits(Math.imul(x, 0x9e3779b1) ^ row);
  return ((h & 255) + ((h >>> 8) & 255) + ((h >>> 16) & 255) + (h >>> 24) - bytesMean) / bytesDeviation;
}

interface Lattice {
  values: Float32Array;
  width: number;
  height: number;
}

/**
 * Cells of one level from those twice as wide: each four share their parent's value and differ by noise of mean 0, so
 * that they are white of themselves and average to what the coarser level shows (Haar's synthesis).
 */
function finer(parent: Lattice, width: number, height: number, key: number): Lattice {
  const values = new Float32Array(width * height);
  for (let py = 0; py < parent.height; py++) {
    const y = 2 * py;
    const [upper, lower] = [rowKey(y, key), rowKey(y + 1, key)];
    const hasBelow = y + 1 < height;
    for (let px = 0; px < parent.width; px++) {
      const x = 2 * px;
      const a = normalAt(x, upper);
      const b = normalAt(x + 1, upper);
      const c = normalAt(x, lower);
      const d = normalAt(x + 1, lower);
      // A cell twice as wide has half the deviation.
      const base = parent.values[py * parent.width + px] / 2 - (a + b + c + d) / 4;
      const at = y * width + x;
      const hasRight = x + 1 < width;
      values[at] = base + a;
      if (hasRight) values[at + 1] = base + b;
      if (hasBelow) values[at + width] = base + c;
      if (hasRight && hasBelow) values[at + width + 1] = base + d;
    }
  }
  return { values, width, height };
}

/** Levels above the one that is wanted from which the tree is grown: what lies above is too faint to be seen. */
const rootLevels = 7;

/** White noise of deviation 1 in cells of `2 ** level` clumps. */
function latticeAt(level: number, width: number, height: number, key: number): Lattice {
  const at = (l: number) => ({
    width: Math.max(Math.ceil(width / 2 ** (l - level)), 1),
    height: Math.max(Math.ceil(height / 2 ** (l - level)), 1),
  });
  // Roots lie at fixed levels, so that every size of a picture grows from the same tree.
  const top = Math.max(rootLevels, level);
  const root = at(top);
  let lattice: Lattice = {
    ...root,
    values: new Float32Array(root.width * root.height).map((_, i) =>
      normalAt(i % root.width, rowKey(Math.floor(i / root.width), mixBits(key + top))),
    ),
  };
  for (let l = top - 1; l >= level; l--) {
    const { width: w, height: h } = at(l);
    lattice = finer(lattice, w, h, mixBits(key + l));
  }
  return lattice;
}

/** The lattice for pixels so wide on the film, µm: its level, and its cells a pixel (below 1 only at level 0). */
function latticeFor(pixel: number) {
  const level = Math.max(Math.floor(Math.log2(pixel / clump)), 0);
  return { level, perPixel: pixel / clump / 2 ** level };
}

/** Power left of white noise behind the outline, on the mean of all waves up to `top` radians a cell. */
function powerLeft(side: number, top: number): number {
  const [own, lent] = [1 - 2 * side, 2 * side];
  const once = (2 * own * lent * Math.sin(top)) / top;
  return own ** 2 + once + lent ** 2 * (0.5 + Math.sin(2 * top) / (4 * top));
}

/**
 * What the outline of a clump gives to the cells on either side. At coarser levels, so little that the power left does
 * not jump from one level to the next: own² + (1 − own)² / 2 is solved for it.
 */
function outlineSide(level: number): number {
  if (level === 0) return outline / 2;
  const left = powerLeft(outlineSide(level - 1), Math.PI / 2);
  return (1 - (1 + Math.sqrt(6 * left - 2)) / 3) / 2;
}

/** Variance left along a line: a pixel holds what lies below its own finest wave. */
const varianceAlong = (perPixel: number, level: number) =>
  powerLeft(outlineSide(level), Math.PI / Math.max(perPixel, 1)) / Math.max(perPixel, 1);

/** Deviation of a pixel's grain, in units of that of an area of one clump; `pixel` is its side on the film, µm. */
export function fieldDeviation(pixel: number): number {
  const { level, perPixel } = latticeFor(pixel);
  return varianceAlong(perPixel, level) / 2 ** level;
}

const sinc = (x: number) => (x === 0 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x));
const lobes = 2;
/** Source: C. E. Duchon, "Lanczos filtering in one and two dimensions", 1979, with two lobes. */
const lanczos = (x: number) => (Math.abs(x) < lobes ? sinc(x) * sinc(x / lobes) : 0);

/** Sum of squares of shares behind the outline of a clump. */
function varianceOf(shares: readonly number[], side: number): number {
  const at = (i: number) => shares[i] ?? 0;
  let sum = 0;
  for (let i = -1; i <= shares.length; i++)
    sum += ((1 - 2 * side) * at(i) + side * (at(i - 1) + at(i + 1))) ** 2;
  return sum;
}

interface Taps {
  /** Cells a pixel gathers, and how far the first may lie outside. */
  most: number;
  margin: number;
  /** The first cell of each pixel, counted from the margin, and the share of each. */
  first: Int32Array;
  share: Float32Array;
}

/**
 * What each pixel of a line gathers. Pixels fall differently on the cells; each is scaled to the same variance, so that
 * no pattern of the lattice shows.
 */
function taps(pixels: number, perPixel: number, level: number): Taps {
  const wide = Math.max(perPixel, 1);
  const most = Math.ceil(2 * lobes * wide) + 1;
  const first = new Int32Array(pixels);
  const share = new Float32Array(pixels * most);
  const [asked, side] = [varianceAlong(perPixel, level), outlineSide(level)];
  for (let p = 0; p < pixels; p++) {
    const centre = (p + 0.5) * perPixel - 0.5;
    const from = Math.ceil(centre - lobes * wide);
    const shares = Array.from({ length: most }, (_, k) => lanczos((from + k - centre) / wide));
    const gain = Math.sqrt(asked / varianceOf(shares, side));
    first[p] = from + most;
    shares.forEach((s, k) => (share[p * most + k] = s * gain));
  }
  return { most, margin: most, first, share };
}

/** Rows of cells → rows of pixels; beyond its ends a row goes on as it ends. */
function gatherRows(
  { values, width: cells, height }: Lattice,
  { most, margin, first, share }: Taps,
): Float32Array {
  const width = first.length;
  const out = new Float32Array(width * height);
  const line = new Float32Array(cells + 2 * margin + most);
  for (let y = 0; y < height; y++) {
    const row = y * cells;
    line.fill(values[row], 0, margin);
    line.set(values.subarray(row, row + cells), margin);
    line.fill(values[row + cells - 1], margin + cells);
    for (let x = 0; x < width; x++) {
      const [from, at] = [first[x], x * most];
      let sum = 0;
      for (let k = 0; k < most; k++) sum += share[at + k] * line[from + k];
      out[y * width + x] = sum;
    }
  }
  return out;
}

/** Rows of pixels a cell apart → rows a pixel apart. */
function gatherColumns(rows: Float32Array, width: number, { most, margin, first, share }: Taps): Plane {
  const [height, last] = [first.length, rows.length / width - 1];
  const out = new Float32Array(width * height);
  for (let y = 0; y < height; y++)
    for (let k = 0; k < most; k++) {
      const from = Math.min(Math.max(first[y] - margin + k, 0), last) * width;
      const part = share[y * most + k];
      for (let x = 0, at = y * width; x < width; x++, at++) out[at] += part * rows[from + x];
    }
  return out;
}

/** Each line of a lattice under the outline of a clump, as wide as it is at this level. */
function soften({ values, width, height }: Lattice, side: number): void {
  const along = (start: number, step: number, count: number) => {
    let previous = values[start];
    for (let i = 0, at = start; i < count; i++, at += step) {
      const here = values[at];
      const next = i + 1 < count ? values[at + step] : here;
      values[at] = here + side * (previous + next - 2 * here);
      previous = here;
    }
  };
  for (let y = 0; y < height; y++) along(y * width, 1, width);
  for (let x = 0; x < width; x++) along(x, width, height);
}

export interface FieldOrder {
  /** Pixels. */
  width: number;
  height: number;
  /** Side of a pixel on the film, µm. */
  pixel: number;
  /** Another number, another field. */
  key: number;
}

/**
 * Grain as film shows it: white noise in clumps, averaged over each pixel, so that a picture of half the size holds
 * the same grain, averaged. One plane of width × height, in units of the deviation that an area of one clump would
 * have; over an area A it falls as 1/√A (Selwyn's law), a disc of 48 µm and larger among them.
 */
export function grainField({ width, height, pixel, key }: FieldOrder): Plane {
  const { level, perPixel } = latticeFor(pixel);
  const lattice = latticeAt(level, Math.ceil(width * perPixel) + 1, Math.ceil(height * perPixel) + 1, key);
  soften(lattice, outlineSide(level));
  const rows = gatherRows(lattice, taps(width, perPixel, level));
  const field = gatherColumns(rows, width, taps(height, perPixel, level));
  for (let i = 0; i < field.length; i++) field[i] /= 2 ** level;
  return field;
}
