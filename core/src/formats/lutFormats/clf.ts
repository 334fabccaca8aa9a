import { type Cube3d, unitDomain } from '../../lut/cube.ts';
import { clfLut } from '../clf/lut.ts';
import { clfOfLut } from '../clf/ofLut.ts';
import { parseClf } from '../clf/parse.ts';
import { gridLines, writeClf } from '../clf/write.ts';
import { bytesOf, type LutFormat, textOf } from './format.ts';
import { packedGrid } from './packedGrid.ts';

const read = (text: string, file: string) => clfLut(parseClf(text, file));

function readGrid(text: string, file: string): Cube3d {
  const { stages, title, comments } = read(text, file);
  const [grid] = stages;
  if (stages.length !== 1 || grid.kind !== '3d') throw new Error(`${file}: one grid is expected in it`);
  return { ...unitDomain, ...grid, title, comments: [...comments] };
}

export const clfFormat = {
  ending: 'clf',
  isText: true,
  begins: (start) => /^\s*<(\?xml|!--|ProcessList)/.test(start),
  read,
  write(lut, { interpolation }) {
    const { text, holds } = clfOfLut(lut, interpolation);
    return { bytes: bytesOf(text), holds };
  },
  packed: {
    clf: packedGrid({
      label: 'Common LUT Format',
      ending: 'clf',
      // XML is slow to read back.
      effort: 3,
      write: (cube, { interpolation, input, output }) =>
        writeClf({
          id: cube.title,
          name: cube.title,
          description: cube.comments.join('; '),
          inputDescriptor: input,
          outputDescriptor: output,
          nodes: [gridLines(cube, interpolation)],
        }),
      read: (bytes, file) => readGrid(textOf(bytes), file),
    }),
  },
} as const satisfies LutFormat;
