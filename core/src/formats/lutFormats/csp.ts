import { asShaped, asTable, asUnitGrid, isUnit } from '../../lut/held.ts';
import { parseCsp, writeCsp } from '../csp.ts';
import { bytesOf, inWords, type LutFormat } from './format.ts';

export const cspFormat = {
  ending: 'csp',
  isText: true,
  begins: (start) => /^CSPLUTV100\s/.test(start),
  read: parseCsp,
  write(lut, { grid }) {
    const table = asTable(lut);
    if (table) return { bytes: bytesOf(writeCsp({ table })), holds: inWords.table(table) };
    const shaped = asShaped(lut, grid);
    if (shaped && isUnit(shaped.grid)) {
      const holds = `${inWords.table(shaped.shaper)} and ${inWords.grid(shaped.grid)}`;
      return { bytes: bytesOf(writeCsp(shaped)), holds };
    }
    const cube = asUnitGrid(lut, grid);
    return { bytes: bytesOf(writeCsp({ grid: cube })), holds: inWords.grid(cube) };
  },
  // No place that files go to takes it.
  packed: {},
} as const satisfies LutFormat;
