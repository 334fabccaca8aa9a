import { applyLut } from './apply.ts';
import type { Cube1d, Cube3d } from './cube.ts';
import { type GridStage, inputDomainOf, isPerChannel, type Lut, sizeOf, type TableStage } from './lut.ts';
import { resample } from './resample.ts';

/** A LUT of any stages as the little that a format can hold: one table, one grid, or a table with a grid behind it. */

/** Points of a table where a LUT has none. */
const usualTable = 4096;

type Domain = Pick<TableStage, 'domainMin' | 'domainMax'>;

/** One domain for all channels? */
export const isUniform = ({ domainMin, domainMax }: Domain): boolean =>
  [domainMin, domainMax].every((ends) => ends.every((v) => v === ends[0]));
export const isUnit = ({ domainMin, domainMax }: Domain): boolean =>
  domainMin.every((v) => v === 0) && domainMax.every((v) => v === 1);

/** The LUT as one table over what goes in; null where channels meet. */
export function asTable(lut: Lut): TableStage | null {
  if (!isPerChannel(lut)) return null;
  const [only, ...more] = lut.stages;
  if (only?.kind === '1d' && more.length === 0) return only;
  const { domainMin, domainMax } = inputDomainOf(lut);
  const [low, high] = [Math.min(...domainMin), Math.max(...domainMax)];
  const size = Math.max(sizeOf(lut), usualTable);
  const data = Float32Array.from(
    { length: size * 3 },
    (_, i) => low + ((high - low) * Math.floor(i / 3)) / (size - 1),
  );
  applyLut(lut, data, 'tetrahedral');
  return { kind: '1d', size, domainMin: [low, low, low], domainMax: [high, high, high], data };
}

/** The table and the grid behind it that a LUT is; null for any other. */
export function asShaped({ stages }: Lut, size: number): { shaper: TableStage; grid: GridStage } | null {
  const [shaper, grid, ...more] = stages;
  const is = shaper?.kind === '1d' && grid?.kind === '3d' && more.length === 0 && grid.size === size;
  return is ? { shaper, grid } : null;
}

/** The LUT as one grid: its own where it is that already, else one over 0–1. */
export function asGrid(lut: Lut, size: number): Cube3d {
  const [only, ...more] = lut.stages;
  if (only?.kind === '3d' && more.length === 0 && only.size === size)
    return { ...only, title: lut.title, comments: [...lut.comments] };
  return resample(lut, size);
}

/** One grid over 0–1, for formats that know no other domain. */
export function asUnitGrid(lut: Lut, size: number): Cube3d {
  const cube = asGrid(lut, size);
  return isUnit(cube) ? cube : resample(lut, size);
}

/** A table of a LUT as a file of one. */
export const cube1d = (lut: Lut, table: TableStage): Cube1d => ({
  ...table,
  title: lut.title,
  comments: [...lut.comments],
});
