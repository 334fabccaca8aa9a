import { applyLut } from '../../lut/apply.ts';
import { type Cube3d, gridCodes, largestGrid, unitDomain } from '../../lut/cube.ts';
import { type Lut, sizeOf } from '../../lut/lut.ts';
import { resample } from '../../lut/resample.ts';
import { usualGrid } from './repair.ts';

/** The grid a LUT is repaired on: its own, or the usual one. */
export const gridOf = (lut: Lut): number =>
  lut.stages.some((s) => s.kind === '3d') ? Math.min(sizeOf(lut), largestGrid) : usualGrid;

/** A LUT as one grid over the unit domain, and each node's values changed. @param change gets outputs and codes in, to be changed in place. */
export function onGrid(
  lut: Lut,
  comment: string,
  change: (values: Float32Array, codes: Float32Array) => void = () => {},
  grid = gridOf(lut),
): Cube3d {
  const cube = resample(lut, grid);
  change(cube.data, gridCodes(grid));
  return { ...cube, comments: [...lut.comments, comment] };
}

/** A new grid, each node of which a function fills. @param fill gets codes, to be changed in place. */
export function freshGrid(
  from: Lut,
  comment: string,
  grid: number,
  fill: (codes: Float32Array) => void,
): Cube3d {
  const data = gridCodes(grid);
  fill(data);
  return {
    kind: '3d',
    size: grid,
    ...unitDomain,
    data,
    title: from.title,
    comments: [...from.comments, comment],
  };
}

export const through = (lut: Lut, codes: Float32Array): Float32Array => {
  const out = Float32Array.from(codes);
  applyLut(lut, out, 'tetrahedral');
  return out;
};
