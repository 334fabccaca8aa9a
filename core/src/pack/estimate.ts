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
  if (format === 'hald8' || format === 'hald16') {
    const level = haldLevel(planned.order.grid);
    return Math.round(level ** 6 * 3 * (format === 'hald16' ? 2 : 1) * imageShare);
  }
  return headBytes + nodes * nodeBytes[format];
}

/** The level of a Hald image whose grid of level² points a side is nearest to one asked for. */
export const haldLevel = (grid: number): number => Math.max(2, Math.round(Math.sqrt(grid)));

/** Seconds a file takes on one core of a small machine, baked, written, read back and proved (`npm run bench`). */
const perFile = 0.08;
const perNode = 3.4e-6;

export interface PackTotals {
  files: number;
  bytes: number;
  seconds: number;
}

/** Totals of a plan. @param cores worked with. */
export function totalsOf({ files }: Plan, cores = 2): PackTotals {
  const luts = new Map(files.map((f) => [f.planned.key, f.planned.order.grid ** 3]));
  const work = [...luts.values()].reduce((sum, nodes) => sum + perFile + nodes * perNode, 0);
  return {
    files: files.length,
    bytes: files.reduce((sum, f) => sum + fileBytes(f), 0),
    seconds: work / cores,
  };
}
