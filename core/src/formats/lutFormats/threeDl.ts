import { lutOf } from '../../lut/lut.ts';
import { parseThreeDl, threeDlEverywhere, writeThreeDl } from '../threeDl.ts';
import { type LutFormat, textOf } from './format.ts';
import { asOneGrid, packedGrid } from './packedGrid.ts';

export const threeDlFormat = {
  ending: '3dl',
  isText: true,
  // A mesh of rising codes, from 0.
  begins: (start) => /^(?:\s*#.*\r?\n)*\s*0([ \t]+\d+)+[ \t]*\r?\n/.test(start),
  read: (text, file) => lutOf(parseThreeDl(text, file)),
  write: asOneGrid(writeThreeDl),
  warns: ({ grid }) =>
    grid === threeDlEverywhere
      ? null
      : `some readers take .3dl files of ${threeDlEverywhere} points only, and others wrong without an error`,
  packed: {
    '3dl': packedGrid({
      label: '.3dl',
      ending: '3dl',
      rounding: 0.51 / 4095,
      nodeBytes: 15,
      readEverywhere: threeDlEverywhere,
      write: writeThreeDl,
      read: (bytes, file) => parseThreeDl(textOf(bytes), file),
    }),
  },
} as const satisfies LutFormat;
