import type { PackFormat } from './destination.ts';
import { packedFormats } from '../formats/lutFormats/index.ts';
import { nodeBytes } from '../formats/lutFormats/packedGrid.ts';
import type { PackTotals } from './forecast.ts';
import type { Plan, PlannedFile } from './plannedFile.ts';

/** Bytes of a file that holds ten numbers. */
const cdlBytes = 700;

/** About how large a file will be, within a tenth. */
export const fileBytes = ({ format, planned }: Pick<PlannedFile, 'format' | 'planned'>): number =>
  format === 'cdl' ? cdlBytes : packedFormats[format].bytes(planned.order.grid);

/** Shares of the work of a file: by itself, and by each of its nodes (seconds of one core of a small machine, `npm run bench`). */
const perFile = 0.055;
const perNode = 3.8e-6;
const effortOf = (format: PackFormat) => (format === 'cdl' ? 1 : packedFormats[format].effort);
/** Nodes of a grid of the OpenColorIO configuration. */
const configNodes = 65 ** 3;

/** Totals of a plan. @param configGrids grids of an OpenColorIO configuration beside it. */
export function totalsOf({ files }: Plan, { configGrids = 0 } = {}): PackTotals {
  const work = files.map((f) => (perFile + f.planned.order.grid ** 3 * perNode) * effortOf(f.format));
  return {
    files: files.length,
    bytes: files.reduce((sum, f) => sum + fileBytes(f), 0) + configGrids * configNodes * nodeBytes,
    work: work.reduce((a, b) => a + b, 0) + configGrids * configNodes * perNode,
  };
}
