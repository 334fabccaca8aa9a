import { asTable, cube1d, isUniform } from '../../lut/held.ts';
import { lutOf } from '../../lut/lut.ts';
import { parseSpi1d, writeSpi1d } from '../spi1d.ts';
import { bytesOf, inWords, type LutFormat, textOf } from './format.ts';
import { headBytes, nodeBytes, sixDecimals } from './packedGrid.ts';

/** Points of a curve that is written as a table: finer than any code of twelve bits. */
export const curvePoints = 4096;

export const spi1dFormat = {
  ending: 'spi1d',
  isText: true,
  begins: (start) => /^\s*Version\s+\d/.test(start),
  read: (text, file) => lutOf(parseSpi1d(text, file)),
  write(lut) {
    const table = asTable(lut);
    if (!table || !isUniform(table))
      throw new RangeError('.spi1d holds one table for each channel over one domain; this LUT is more');
    return { bytes: bytesOf(writeSpi1d(cube1d(lut, table))), holds: inWords.table(table) };
  },
  packed: {
    spi1d: {
      label: '.spi1d, where a LUT is curves alone',
      ending: 'spi1d',
      grid: () => curvePoints,
      rounding: sixDecimals,
      bytes: () => headBytes + curvePoints * nodeBytes,
      effort: 1,
      isCurve: true,
      write(cube) {
        if (cube.kind !== '1d') throw new RangeError('a table is needed');
        return bytesOf(writeSpi1d(cube));
      },
      read: (bytes, file) => parseSpi1d(textOf(bytes), file),
    },
  },
} as const satisfies LutFormat;
