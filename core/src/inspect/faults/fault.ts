import type { Lut } from '../../lut/lut.ts';
import type { Lattice } from '../lattice.ts';

/** Something that is wrong with a LUT, and where. */
export interface Fault {
  id: string;
  /** Input at which it is worst, as shares of the domain; null where it is everywhere. */
  at: readonly [number, number, number] | null;
  /** How bad, in the unit its kind says. */
  size: number;
}

/** Light of a scene as codes of the usual display, without a LUT and through it, and as its own codes (`report/view.ts`). */
export interface Seen {
  plain(light: Float32Array): Float32Array;
  through(light: Float32Array): Float32Array;
  codes(light: Float32Array): { input: Float32Array; output: Float32Array };
  /** L*a*b* of codes of the usual display, at an index. */
  labAt(codes: ArrayLike<number>, p: number): [number, number, number];
}

export interface Inspected {
  lut: Lut;
  lattice: Lattice;
  /** Outputs along the neutral axis, RGB for each node. */
  neutral: Float32Array;
  /** Stops over mid-grey that a grey at a place of the domain, 0–1, stands for; null where its input is not known. */
  stopsAt: ((place: number) => number) | null;
  /** How it is seen; null where it is not known what it takes and gives. */
  seen: Seen | null;
}

export interface FaultKind {
  readonly id: string;
  readonly label: string;
  readonly unit: string;
  /** What it does to a picture, and what can be done. */
  readonly meaning: string;
  readonly remedy: string;
  /** Null where there is none. */
  find(lut: Inspected): Fault | null;
}

/** A node as shares of the domain. */
export const shareOf = ({ size }: Lattice, r: number, g: number, b: number): [number, number, number] => [
  r / (size - 1),
  g / (size - 1),
  b / (size - 1),
];
