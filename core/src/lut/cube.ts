import { identity, type Mat3 } from '../colour/matrix.ts';

export type Triple = readonly [number, number, number];

/** A 3D LUT. `data` holds size³ RGB triples, red fastest; domain and values are code values, usually 0–1. */
export interface Cube3d {
  readonly kind: '3d';
  readonly size: number;
  readonly domainMin: Triple;
  readonly domainMax: Triple;
  readonly data: Float32Array;
  readonly title: string;
  /** Comment lines without their mark. */
  readonly comments: readonly string[];
  /** A table for each channel that stands before the grid, whose domain its answers are looked up in. */
  readonly shaper?: Cube1d | undefined;
}

/** A 1D LUT. `data` holds `size` RGB triples. */
export interface Cube1d extends Omit<Cube3d, 'kind' | 'shaper'> {
  readonly kind: '1d';
}
export type Cube = Cube3d | Cube1d;

export const smallestGrid = 2;
export const largestGrid = 129;
export const usualGrids = [17, 33, 65] as const;

export const unitDomain = { domainMin: [0, 0, 0] as Triple, domainMax: [1, 1, 1] as Triple };

/** Input values along one edge of a grid, over the unit domain. */
export const gridAxis = (size: number) => Float32Array.from({ length: size }, (_, i) => i / (size - 1));

/** Every triple of an edge's values through a matrix, with a constant added: size³ of them, red fastest. */
export function nodesOf(axis: Float32Array, m: Mat3 = identity): Float32Array {
  const nodes = new Float32Array(axis.length ** 3 * 3);
  let i = 0;
  for (const b of axis)
    for (const g of axis) {
      const red = m[1] * g + m[2] * b;
      const green = m[4] * g + m[5] * b;
      const blue = m[7] * g + m[8] * b;
      for (let r = 0; r < axis.length; r++) {
        nodes[i++] = m[0] * axis[r] + red;
        nodes[i++] = m[3] * axis[r] + green;
        nodes[i++] = m[6] * axis[r] + blue;
      }
    }
  return nodes;
}

/** A grid's own input values: size³ triples over the unit domain, red fastest. */
export const gridCodes = (size: number): Float32Array => nodesOf(gridAxis(size));
