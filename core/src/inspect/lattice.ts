import { applyLut } from '../lut/apply.ts';
import { inputDomainOf, type Lut, sizeOf } from '../lut/lut.ts';

/** Outputs of a LUT at even places of its domain. */
export interface Lattice {
  readonly size: number;
  /** size³ RGB triples, red fastest. */
  readonly values: Float32Array;
  /** Least and greatest output of any channel. */
  readonly low: number;
  readonly high: number;
}

/** Points of the lattice of a LUT without a grid of its own. */
const usualSize = 33;

/** Inputs of a lattice over a LUT's domain, red fastest. */
export function latticeInputs(lut: Lut, size: number): Float32Array {
  const { domainMin, domainMax } = inputDomainOf(lut);
  const [reds, greens, blues] = [0, 1, 2].map((c) =>
    Float64Array.from(
      { length: size },
      (_, i) => domainMin[c] + (i / (size - 1)) * (domainMax[c] - domainMin[c]),
    ),
  );
  const rgb = new Float32Array(size ** 3 * 3);
  for (let b = 0, p = 0; b < size; b++)
    for (let g = 0; g < size; g++)
      for (let r = 0; r < size; r++, p += 3) {
        rgb[p] = reds[r];
        rgb[p + 1] = greens[g];
        rgb[p + 2] = blues[b];
      }
  return rgb;
}

/** The lattice of a LUT: of its own grid where it has one, so that what is in the file is looked at and not what lies between. */
export function latticeOf(
  lut: Lut,
  size = lut.stages.some((s) => s.kind === '3d') ? sizeOf(lut) : usualSize,
): Lattice {
  const values = latticeInputs(lut, size);
  applyLut(lut, values, 'tetrahedral');
  let [low, high] = [Infinity, -Infinity];
  for (const v of values) {
    if (v < low) low = v;
    if (v > high) high = v;
  }
  return { size, values, low, high };
}

/** Where a node's triple begins. */
export const nodeAt = ({ size }: Lattice, r: number, g: number, b: number): number =>
  ((b * size + g) * size + r) * 3;

/** Steps in the data from a node to its neighbour along each axis. */
export const strides = ({ size }: Lattice): readonly [number, number, number] => [
  3,
  size * 3,
  size * size * 3,
];

/** The neutral axis: the nodes whose three inputs are the same place of the domain. */
export function neutralOf(lattice: Lattice): Float32Array {
  const out = new Float32Array(lattice.size * 3);
  for (let i = 0; i < lattice.size; i++) {
    const at = nodeAt(lattice, i, i, i);
    out.set(lattice.values.subarray(at, at + 3), i * 3);
  }
  return out;
}

/** Signal by which greys have to have risen before a picture begins: below a log's black nothing is recorded. */
const begun = 0.005;

/** The first node of the neutral axis at which greys have left their lowest. */
export function firstRisen(neutral: Float32Array): number {
  const level = (i: number) => neutral[i * 3] + neutral[i * 3 + 1] + neutral[i * 3 + 2];
  let i = 0;
  while (i < neutral.length / 3 - 1 && level(i) < level(0) + 3 * begun) i++;
  return i;
}

/** A grid with fewer points has its nodes so far apart that what bends looks broken. */
export const isCoarse = ({ size }: Lattice): boolean => size < 25;

/** Share of the domain under which no picture lies: there a log is held at its black, and looks break as they like. */
export const underBlack = 0.17;
