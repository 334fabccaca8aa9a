import { extname } from 'node:path';
import { type LutEnding, lutEndings } from '@velvet-dusk/core/formats/lutFormats/index';
import { convertLut } from '@velvet-dusk/core/inspect/convertLut';
import { largestGrid, smallestGrid } from '@velvet-dusk/core/lut/cube';
import { rangeChanges } from '@velvet-dusk/core/inspect/repair/simple';
import { behind } from '@velvet-dusk/core/lut/behind';
import { UsageError } from '../errors.ts';
import { readLutFile } from '../lutFiles.ts';
import { Arguments } from '../options.ts';
import type { Command } from './command.ts';

const isWritten = (ending: string): ending is LutEnding => lutEndings.some((e) => e === ending);

export const convertCommand: Command = {
  name: 'convert',
  usage:
    '--in FILE --out FILE [--grid N] [--range full-to-narrow|narrow-to-full] [--interpolation tetrahedral|trilinear] [--lossy] [--force]',
  summary: `writes a LUT in the format of the ending (${lutEndings.join(', ')}) with all of it that the format can hold, and says what it cannot`,
  async run(args) {
    const options = new Arguments(args, ['in', 'out', 'grid', 'range', 'interpolation'], ['lossy', 'force']);
    const file = options.text('in');
    const out = options.text('out');
    const ending = extname(out).toLowerCase().slice(1);
    if (!isWritten(ending))
      throw new UsageError(`--out: ${lutEndings.map((e) => `.${e}`).join(', ')} are written`);
    const range = options.optional('range');
    if (range !== undefined && !Object.hasOwn(rangeChanges, range))
      throw new UsageError(`--range: ${Object.keys(rangeChanges).join(' or ')} is needed`);
    const interpolation = options.choice(
      'interpolation',
      ['tetrahedral', 'trilinear'] as const,
      'tetrahedral',
    );
    const asked = options.optional('grid');
    const grid = asked === undefined ? undefined : options.number('grid', 0, smallestGrid, largestGrid);
    if (grid !== undefined && !Number.isInteger(grid))
      throw new UsageError('--grid: a whole number is needed');
    const output = await options.output('out', [file]);
    const read = await readLutFile(file);
    const lut =
      range === undefined ? read : behind(read, rangeChanges[range as keyof typeof rangeChanges].change);
    const made = convertLut(lut, ending, { grid, interpolation });
    const { p99, max } = made.lost;
    const figure = `ΔE2000 ${p99.toFixed(2)} at 99 %, ${max.toFixed(2)} at most`;
    // A grid that was asked for is wanted with what it costs.
    if (made.isLossy && grid === undefined && !options.flag('lossy'))
      throw new Error(
        `.${ending} holds ${made.holds} of ${file}, and that is off by ${figure}. Choose another format, or add --lossy to write it all the same.`,
      );
    await output.write(made.bytes);
    process.stderr.write(`${out}: ${made.holds}; off by ${figure}\n`);
    if (made.warning) process.stderr.write(`${out}: ${made.warning}\n`);
  },
};
