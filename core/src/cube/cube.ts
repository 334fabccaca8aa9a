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
}

/** A 1D LUT. `data` holds `size` RGB triples. */
export interface Cube1d extends Omit<Cube3d, 'kind'> {
  readonly kind: '1d';
}
export type Cube = Cube3d | Cube1d;

export const smallestGrid = 2;
export const largestGrid = 129;
export const usualGrids = [17, 33, 65] as const;

export const unitDomain = { domainMin: [0, 0, 0] as Triple, domainMax: [1, 1, 1] as Triple };

/** A grid's own input values: size³ triples over the unit domain, red fastest. */
export function gridCodes(size: number): Float32Array {
  const codes = new Float32Array(size ** 3 * 3);
  let i = 0;
  for (let b = 0; b < size; b++)
    for (let g = 0; g < size; g++)
      for (let r = 0; r < size; r++) {
        codes[i++] = r / (size - 1);
        codes[i++] = g / (size - 1);
        codes[i++] = b / (size - 1);
      }
  return codes;
}
