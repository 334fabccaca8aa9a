import { largestGrid, smallestGrid } from '@velvet-dusk/core/lut/cube';
import { bake, checkGrid, compileBake } from '@velvet-dusk/core/order/bake';
import { roleIds } from '@velvet-dusk/core/order/roles';
import { writeCube } from '@velvet-dusk/core/formats/cubeWrite';
import { displaySchema } from '@velvet-dusk/core/render/rendering';
import { UsageError } from '../errors.ts';
import { readDestination, readLook, readLuts, readProfile } from '../files.ts';
import { Arguments } from '../options.ts';
import type { Command } from './command.ts';

const outputIds = displaySchema.shape.output.unwrap().options;
const ranges = displaySchema.shape.range.unwrap().options;

export const bakeCommand: Command = {
  name: 'bake',
  usage:
    '--look FILE --profile FILE|ID --role combined|conversion [--output bt1886|srgb] [--range full|narrow] --grid 33 [--luts FOLDER] --out FILE.cube [--force]',
  summary: 'bakes a look for a camera profile into a 3D LUT',
  async run(args) {
    const options = new Arguments(
      args,
      ['look', 'profile', 'role', 'output', 'range', 'grid', 'out', 'luts'],
      ['force'],
    );
    const role = options.choice('role', roleIds, 'combined');
    options.text('out');
    const grid = options.number('grid', 33, smallestGrid, largestGrid);
    try {
      checkGrid(grid);
    } catch (error) {
      throw new UsageError(`--grid: ${(error as Error).message}`);
    }
    const lookFile = options.text('look');
    const profileFile = options.text('profile');
    const out = await options.output('out', [lookFile, profileFile]);
    const look = await readLook(lookFile);
    const luts = await readLuts(look, lookFile, options.optional('luts'));
    const made = await readDestination(lookFile);
    const display = {
      output: options.choice('output', outputIds, made.output),
      range: options.choice('range', ranges, made.range),
    };
    const order = { look, profile: await readProfile(profileFile), role, display, grid, luts };
    for (const note of compileBake(order).notes) process.stderr.write(`note: ${note}\n`);
    await out.write(writeCube(bake(order)));
  },
};
