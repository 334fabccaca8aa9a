import { asUnitGrid } from '../../lut/held.ts';
import type { Cube3d } from '../../lut/cube.ts';
import { bytesOf, type Described, inWords, type LutFormat, type PackedFormat } from './format.ts';

/** Half of the last of six decimals, and a little of float32. */
export const sixDecimals = 0.6e-6;
/** Bytes of what stands before the table of a text. */
export const headBytes = 700;
/** Bytes of the text of one node: three numbers of six decimals. */
export const nodeBytes = 27;

interface GridFormat extends Partial<
  Pick<PackedFormat, 'grid' | 'effort' | 'rounding' | 'bytes' | 'readEverywhere'>
> {
  label: string;
  ending: string;
  write(cube: Cube3d, described: Described): Uint8Array | string;
  read(bytes: Uint8Array, file: string): Cube3d;
  /** Bytes of one node of a text. */
  nodeBytes?: number;
}

/** A format of packs whose files hold one grid. */
export const packedGrid = ({ nodeBytes: perNode = nodeBytes, write, ...own }: GridFormat): PackedFormat => ({
  grid: (asked) => asked,
  rounding: sixDecimals,
  bytes: (asked) => headBytes + asked ** 3 * perNode,
  effort: 1,
  isCurve: false,
  ...own,
  write(cube, described) {
    if (cube.kind !== '3d') throw new RangeError('a grid is needed');
    const made = write(cube, described);
    return typeof made === 'string' ? bytesOf(made) : made;
  },
});

/** Writes a LUT as one grid over 0–1, the only thing that some formats hold. */
export const asOneGrid =
  (write: (cube: Cube3d) => string | Uint8Array): LutFormat['write'] =>
  (lut, { grid }) => {
    const cube = asUnitGrid(lut, grid);
    const made = write(cube);
    return { bytes: typeof made === 'string' ? bytesOf(made) : made, holds: inWords.grid(cube) };
  };
