import { lutOf } from '../../lut/lut.ts';
import { parseSpi3d, writeSpi3d } from '../spi3d.ts';
import { type LutFormat, textOf } from './format.ts';
import { asOneGrid, packedGrid } from './packedGrid.ts';

export const spi3dFormat = {
  ending: 'spi3d',
  isText: true,
  begins: (start) => /^SPILUT\s/.test(start),
  read: (text, file) => lutOf(parseSpi3d(text, file)),
  write: asOneGrid(writeSpi3d),
  packed: {
    spi3d: packedGrid({
      label: '.spi3d',
      ending: 'spi3d',
      // The place of each node stands before its values.
      nodeBytes: 36,
      write: writeSpi3d,
      read: (bytes, file) => parseSpi3d(textOf(bytes), file),
    }),
  },
} as const satisfies LutFormat;
