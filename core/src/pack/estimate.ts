import { z } from 'zod';
import type { PackFormat } from './destination.ts';
import { curvePoints } from './curve.ts';
import type { Plan, PlannedFile } from './plannedFile.ts';

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

/** Shares of the work of a file: by itself, and by each of its nodes (seconds of one core of a small machine, `npm run bench`). */
const perFile = 0.055;
const perNode = 3.8e-6;
/** Times as long as a `.cube` takes: XML is slow to read back. */
const slower: Partial<Record<PackFormat, number>> = { clf: 3 };
/** Nodes of a grid of the OpenColorIO configuration. */
const configNodes = 65 ** 3;

export interface PackTotals {
  files: number;
  /** Of the files as they stand in a folder. */
  bytes: number;
  /** How much there is to do, in seconds of one core of a small machine: what it takes elsewhere has to be measured there. */
  work: number;
}

/** What a pack took where it was made. */
export const packTookSchema = z.object({
  reckoned: z.object({ bytes: z.number(), work: z.number() }),
  /** Bytes of its zip. */
  zip: z.number(),
  seconds: z.number(),
});
export type PackTook = z.output<typeof packTookSchema>;

/** Packs that a forecast rests on. */
const lastFew = 5;
const middle = (values: readonly number[]) => [...values].sort((a, b) => a - b)[values.length >> 1];

/**
 * How large the zip of a pack will be, and how long it will take, by what the last packs took on this machine; null before
 * any was made.
 */
export function forecast(
  { bytes, work }: PackTotals,
  times: readonly PackTook[],
): { zip: number; seconds: number } | null {
  const told = times.filter((t) => t.reckoned.work > 0 && t.reckoned.bytes > 0).slice(0, lastFew);
  if (told.length === 0) return null;
  return {
    zip: bytes * middle(told.map((t) => t.zip / t.reckoned.bytes)),
    seconds: work * middle(told.map((t) => t.seconds / t.reckoned.work)),
  };
}

/** Totals of a plan. @param configGrids grids of an OpenColorIO configuration beside it. */
export function totalsOf({ files }: Plan, { configGrids = 0 } = {}): PackTotals {
  const work = files.map((f) => (perFile + f.planned.order.grid ** 3 * perNode) * (slower[f.format] ?? 1));
  return {
    files: files.length,
    bytes: files.reduce((sum, f) => sum + fileBytes(f), 0) + configGrids * configNodes * nodeBytes.cube,
    work: work.reduce((a, b) => a + b, 0) + configGrids * configNodes * perNode,
  };
}
