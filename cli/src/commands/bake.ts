import { largestGrid, smallestGrid } from '@velvet-dusk/core/cube/cube';
import { bake, checkGrid, compileOrder } from '@velvet-dusk/core/cube/bake';
import { roleIds } from '@velvet-dusk/core/cube/roles';
import { writeCube } from '@velvet-dusk/core/formats/cubeWrite';
import { UsageError } from '../errors.ts';
import { readLook, readLuts, readProfile } from '../files.ts';
import { Arguments } from '../options.ts';
import type { Command } from './command.ts';

export const bakeCommand: Command = {
  name: 'bake',
  usage:
    '--look FILE --profile FILE|ID --role combined|conversion --grid 33 [--luts FOLDER] --out FILE.cube [--force]',
  summary: 'bakes a look for a camera profile into a 3D LUT',
  async run(args) {
    const options = new Arguments(args, ['look', 'profile', 'role', 'grid', 'out', 'luts'], ['force']);
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
    const order = { look, profile: await readProfile(profileFile), role, grid, luts };
    for (const note of compileOrder(order).notes) process.stderr.write(`note: ${note}\n`);
    await out.write(writeCube(bake(order)));
  },
};
