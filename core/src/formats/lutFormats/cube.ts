import { asGrid, asShaped, asTable, cube1d, isUniform } from '../../lut/held.ts';
import type { Cube3d } from '../../lut/cube.ts';
import { lutOf } from '../../lut/lut.ts';
import { parseCube } from '../cubeParse.ts';
import { writeCube } from '../cubeWrite.ts';
import { bytesOf, inWords, type LutFormat, textOf } from './format.ts';
import { packedGrid } from './packedGrid.ts';

/** Lines that say something and mean nothing to a reader. */
const silentLines = /^(?:[ \t]*(?:#.*)?\r?\n)*/;
const words = /^[ \t]*(TITLE|LUT_[13]D_(SIZE|INPUT_RANGE)|DOMAIN_(MIN|MAX))\b/;

export const cubeFormat = {
  ending: 'cube',
  isText: true,
  begins: (start) => words.test(start.replace(silentLines, '')),
  read: (text, file) => lutOf(parseCube(text, file)),
  write(lut, { grid }) {
    const table = asTable(lut);
    if (table) return { bytes: bytesOf(writeCube(cube1d(lut, table))), holds: inWords.table(table) };
    const shaped = asShaped(lut, grid);
    if (shaped && isUniform(shaped.shaper) && isUniform(shaped.grid)) {
      const { title, comments } = lut;
      const cube = {
        ...shaped.grid,
        title,
        comments: [...comments],
        shaper: cube1d(lut, shaped.shaper),
      };
      const holds = `${inWords.table(shaped.shaper)} and ${inWords.grid(shaped.grid)}`;
      return { bytes: bytesOf(writeCube(cube)), holds };
    }
    const cube = asGrid(lut, grid);
    return { bytes: bytesOf(writeCube(cube)), holds: inWords.grid(cube) };
  },
  packed: {
    cube: packedGrid({
      label: '.cube',
      ending: 'cube',
      write: (cube) => writeCube(cube),
      read: (bytes, file) => parseCube(textOf(bytes), file) as Cube3d,
    }),
  },
} as const satisfies LutFormat;
