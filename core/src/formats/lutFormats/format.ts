import type { Interpolation } from '../../lut/apply.ts';
import type { Cube } from '../../lut/cube.ts';
import type { Lut, TableStage } from '../../lut/lut.ts';

/** How a LUT is asked to be written. */
export interface WriteAsk {
  /** Points along an edge where a grid is made. */
  grid: number;
  /** How places read the file: told in formats that say so. */
  interpolation: Interpolation;
}

/** What is written: its bytes, and in words what of the LUT they hold. */
export interface Written {
  bytes: Uint8Array;
  holds: string;
}

/** What a file of a pack says of what goes in and comes out, in formats that have a place for it. */
export interface Described {
  interpolation: Interpolation;
  input: string;
  output: string;
}

/** A baked LUT as a file of a pack. */
export interface PackedFormat {
  /** On the button that asks for it. */
  readonly label: string;
  /** Of its file names, without the first dot. */
  readonly ending: string;
  /** Points of the grid that is baked for it, by the grid that is asked for. */
  grid(asked: number): number;
  /** Most a value read back may differ from what was baked. */
  readonly rounding: number;
  /** Bytes of a file, about, by the points of the grid that is asked for. */
  bytes(asked: number): number;
  /** Times as long as a `.cube` it takes to make and to prove. */
  readonly effort: number;
  /** The grid that every reader takes, where some take no other, or take others wrong without an error. */
  readonly readEverywhere?: number;
  /** Holds a table for each channel, not a grid. */
  readonly isCurve: boolean;
  write(cube: Cube, described: Described): Uint8Array;
  read(bytes: Uint8Array, file: string): Cube;
}

interface Common {
  /** The usual ending of its files, without the dot. What counts is what is in them. */
  readonly ending: string;
  /** Writes a LUT with all of it that the format can hold. Throws a RangeError where that is nothing. */
  write(lut: Lut, ask: WriteAsk): Written;
  /** Said beside the file where a reader may take it otherwise. */
  warns?(ask: WriteAsk): string | null;
  /** How packs hold it, by what a pack calls it. */
  readonly packed: Readonly<Record<string, PackedFormat>>;
}

/** @param start the first characters of a file, without a byte order mark. */
interface OfText extends Common {
  readonly isText: true;
  begins(start: string): boolean;
  read(text: string, file: string): Lut;
}
interface OfBytes extends Common {
  readonly isText: false;
  begins(bytes: Uint8Array): boolean;
  read(bytes: Uint8Array, file: string): Lut;
}

/**
 * All that is known of a kind of LUT file: how it is recognised, read, written, rounded, how much it takes and can hold, and
 * what it is called. `read` throws a FormatError with the place in the file.
 */
export type LutFormat = OfText | OfBytes;

export const bytesOf = (text: string): Uint8Array => new TextEncoder().encode(text);
export const textOf = (bytes: Uint8Array): string => new TextDecoder().decode(bytes);

/** What is held, in words. */
export const inWords = {
  table: (t: Pick<TableStage, 'size'>) => `a table of ${t.size} points`,
  grid: (g: { size: number }) => `a grid of ${g.size} points`,
};
