import { applyLut, type Interpolation } from './apply.ts';
import { type Cube3d, unitDomain } from './cube.ts';
import type { Lut } from './lut.ts';

/** A LUT of any stages as one grid over the unit domain. @param grid points along an edge. */
export function resample(lut: Lut, grid: number, interpolation: Interpolation = 'tetrahedral'): Cube3d {
  const data = new Float32Array(grid ** 3 * 3);
  for (let i = 0; i < grid ** 3; i++) {
    data[i * 3] = (i % grid) / (grid - 1);
    data[i * 3 + 1] = (Math.floor(i / grid) % grid) / (grid - 1);
    data[i * 3 + 2] = Math.floor(i / grid ** 2) / (grid - 1);
  }
  applyLut(lut, data, interpolation);
  return { kind: '3d', size: grid, ...unitDomain, data, title: lut.title, comments: [...lut.comments] };
}
