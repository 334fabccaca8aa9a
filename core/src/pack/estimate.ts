import type { PackFormat } from './destination.ts';
import { curvePoints } from './curve.ts';
import type { Plan, PlannedFile } from './plan.ts';

/** Bytes of the text of one node: three numbers of six decimals. */
const nodeBytes = { cube: 27, spi3d: 36, clf: 27, '3dl': 15 } as const;
/** Bytes of what stands before the table. */
const headBytes = 700;
/** Share of their pixels' bytes that a Hald image takes (measured on baked cubes). */
const imageShare = 0.55;

/** About how large a file will be, within a tenth. */
export function fileBytes({ format, planned }: Pick<PlannedFile, 'format' | 'planned'>): number {
  const nodes = planned.order.grid ** 3;
  if (format === 'cdl') return headBytes;
  if (format === 'spi1d') return headBytes + curvePoints * nodeBytes.cube;
  if (format === 'hald8' || format === 'hald16') {
    const level = haldLevel(planned.order.grid);
    return Math.round(level ** 6 * 3 * (format === 'hald16' ? 2 : 1) * imageShare);
  }
  return headBytes + nodes * nodeBytes[format];
}

/** The level of a Hald image whose grid of level² points a side is nearest to one asked for. */
export const haldLevel = (grid: number): number => Math.max(2, Math.round(Math.sqrt(grid)));

/** Seconds a file takes on one core of a small machine, baked, written, read back and proved (`npm run bench`). */
const perFile = 0.055;
const perNode = 3.8e-6;
/** Times as long as a `.cube` takes: XML is slow to read back. */
const slower: Partial<Record<PackFormat, number>> = { clf: 3 };
/** Nodes of a grid of the OpenColorIO configuration. */
const configNodes = 65 ** 3;

export interface PackTotals {
  files: number;
  bytes: number;
  seconds: number;
}

/** Totals of a plan. @param cores worked with. @param configGrids grids of an OpenColorIO configuration beside it. */
export function totalsOf({ files }: Plan, { cores = 2, configGrids = 0 } = {}): PackTotals {
  const work = files.map((f) => (perFile + f.planned.order.grid ** 3 * perNode) * (slower[f.format] ?? 1));
  return {
    files: files.length,
    bytes: files.reduce((sum, f) => sum + fileBytes(f), 0) + configGrids * configNodes * nodeBytes.cube,
    seconds: (work.reduce((a, b) => a + b, 0) + configGrids * configNodes * perNode) / cores,
  };
}
