import { extname } from 'node:path';
import { gridLines, writeClf } from '@velvet-dusk/core/formats/clf/write';
import { writeCsp } from '@velvet-dusk/core/formats/csp';
import { writeCube } from '@velvet-dusk/core/formats/cubeWrite';
import { writeHald } from '@velvet-dusk/core/formats/hald';
import { writeSpi3d } from '@velvet-dusk/core/formats/spi3d';
import { writeThreeDl } from '@velvet-dusk/core/formats/threeDl';
import { type Cube3d, largestGrid, smallestGrid } from '@velvet-dusk/core/lut/cube';
import { sizeOf } from '@velvet-dusk/core/lut/lut';
import { rangeChanges } from '@velvet-dusk/core/inspect/repair/simple';
import { resample } from '@velvet-dusk/core/lut/resample';
import { UsageError } from '../errors.ts';
import { readLutFile } from '../lutFiles.ts';
import { Arguments } from '../options.ts';
import type { Command } from './command.ts';

/** Writers by the ending of the file. */
const writers: Record<string, (cube: Cube3d) => string | Uint8Array> = {
  '.cube': writeCube,
  '.spi3d': writeSpi3d,
  '.3dl': writeThreeDl,
  '.csp': writeCsp,
  '.clf': (cube) =>
    writeClf({
      id: cube.title || 'lut',
      name: cube.title || 'LUT',
      description: cube.comments.join('; '),
      inputDescriptor: 'as the LUT it was made of',
      outputDescriptor: 'as the LUT it was made of',
      nodes: [gridLines(cube)],
    }),
  '.png': (cube) => writeHald(cube, 16),
};

/** Points along an edge where nothing is asked for and the LUT has no grid. */
const usualGrid = 33;

export const convertCommand: Command = {
  name: 'convert',
  usage: '--in FILE --out FILE [--grid N] [--range full-to-narrow|narrow-to-full] [--force]',
  summary:
    'writes a LUT of any format as one grid, in the format of the ending: cube, spi3d, 3dl, csp, clf, png (Hald)',
  async run(args) {
    const options = new Arguments(args, ['in', 'out', 'grid', 'range'], ['force']);
    const file = options.text('in');
    const out = options.text('out');
    const write = writers[extname(out).toLowerCase()];
    if (!write) throw new UsageError(`--out: ${Object.keys(writers).join(', ')} are written`);
    const range = options.optional('range');
    if (range !== undefined && !Object.hasOwn(rangeChanges, range))
      throw new UsageError(`--range: ${Object.keys(rangeChanges).join(' or ')} is needed`);
    const output = await options.output('out', [file]);
    const lut = await readLutFile(file);
    const own = lut.stages.some((s) => s.kind === '3d') ? sizeOf(lut) : usualGrid;
    const grid = options.number('grid', own, smallestGrid, largestGrid);
    if (!Number.isInteger(grid)) throw new UsageError('--grid: a whole number is needed');
    const cube = resample(lut, grid);
    const change = range === undefined ? undefined : rangeChanges[range as keyof typeof rangeChanges].change;
    await output.write(write(change ? { ...cube, data: cube.data.map(change) } : cube));
  },
};
