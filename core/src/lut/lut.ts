import type { Mat3, Vec3 } from '../colour/matrix.ts';
import type { Cube, Cube1d, Cube3d } from './cube.ts';

/** A table for each channel. `data` holds `size` RGB triples over the domain; beyond it, its ends hold. */
export type TableStage = Pick<Cube1d, 'kind' | 'size' | 'domainMin' | 'domainMax' | 'data'>;

/** A grid. `data` holds size³ RGB triples, red fastest, over the domain; beyond it, its faces hold. */
export type GridStage = Pick<Cube3d, 'kind' | 'size' | 'domainMin' | 'domainMax' | 'data'>;

/** matrix × RGB + offset. */
export interface MatrixStage {
  readonly kind: 'matrix';
  readonly matrix: Mat3;
  readonly offset: Vec3;
}

/** Every channel times a scale plus an offset, held between two values, which may be infinite. */
export interface RangeStage {
  readonly kind: 'range';
  readonly scale: number;
  readonly offset: number;
  readonly low: number;
  readonly high: number;
}

/** One formula for all channels. */
export interface FormulaStage {
  readonly kind: 'formula';
  at(x: number): number;
}

export type LutStage = TableStage | GridStage | MatrixStage | RangeStage | FormulaStage;

/** What a LUT file does to RGB, whatever format it came in: its stages one after the other. */
export interface Lut {
  readonly title: string;
  /** Comment lines without their mark. */
  readonly comments: readonly string[];
  readonly stages: readonly LutStage[];
}

const bare = ({ size, domainMin, domainMax, data }: Cube) => ({ size, domainMin, domainMax, data });

/** The LUT of a cube file: its shaper, if it has one, is a stage of its own. */
export function lutOf(cube: Cube): Lut {
  const { title, comments } = cube;
  if (cube.kind === '1d') return { title, comments, stages: [{ kind: '1d', ...bare(cube) }] };
  const grid: GridStage = { kind: '3d', ...bare(cube) };
  const shaper: TableStage[] = cube.shaper ? [{ kind: '1d', ...bare(cube.shaper) }] : [];
  return { title, comments, stages: [...shaper, grid] };
}

/** Do channels stay apart? Then it is a 1D LUT, whatever it is made of. */
export const isPerChannel = ({ stages }: Lut): boolean =>
  stages.every((stage) => stage.kind !== '3d' && stage.kind !== 'matrix');

/** Points along an edge of its largest table, or of its grid where it has one; 0 for a LUT of formulae alone. */
export function sizeOf({ stages }: Lut): number {
  const grid = stages.find((stage) => stage.kind === '3d');
  if (grid) return grid.size;
  return Math.max(0, ...stages.map((stage) => (stage.kind === '1d' ? stage.size : 0)));
}

/** The domain of what goes in: the first table's or grid's; 0–1 where something else stands first. */
export function inputDomainOf({ stages: [first] }: Lut): Pick<GridStage, 'domainMin' | 'domainMax'> {
  if (first?.kind === '1d' || first?.kind === '3d') return first;
  return { domainMin: [0, 0, 0], domainMax: [1, 1, 1] };
}
