import { largestGrid, smallestGrid } from '@velvet-dusk/core/lut/cube';
import { bake, type BakeOrder, checkGrid, compileBake } from '@velvet-dusk/core/order/bake';
import { type RoleId, roleIds, roles } from '@velvet-dusk/core/order/roles/index';
import type { RolePart } from '@velvet-dusk/core/order/roles/role';
import { standardProfiles } from '@velvet-dusk/core/camera/standard/index';
import { writeCube } from '@velvet-dusk/core/formats/cubeWrite';
import { readDisplay } from '../display.ts';
import { UsageError } from '../errors.ts';
import { readDestination, readLook, readLuts, readProfile } from '../files.ts';
import { Arguments } from '../options.ts';
import type { Command } from './command.ts';

/** The widest offset: more than any exposure index is moved by. */
const maxOffset = 8;

/** What a role is filled with beyond the look, from the options; what it has no use for is refused, not passed over. */
async function readParts(
  role: RoleId,
  options: Arguments,
): Promise<Pick<BakeOrder, 'profile' | 'to' | 'offset'>> {
  const uses: readonly RolePart[] = roles[role].uses;
  const refuse = (name: string) => {
    if (options.optional(name) !== undefined)
      throw new UsageError(`--${name}: the role ${role} has no use for it`);
  };
  if (!uses.includes('to')) refuse('to');
  if (!uses.includes('offset')) refuse('offset');
  if (!uses.includes('profile')) refuse('profile');
  return {
    // A role between displays looks at no camera.
    profile: uses.includes('profile') ? await readProfile(options.text('profile')) : standardProfiles[0],
    ...(uses.includes('to') ? { to: await readProfile(options.text('to')) } : {}),
    ...(uses.includes('offset') ? { offset: options.number('offset', 0, -maxOffset, maxOffset) } : {}),
  };
}

export const bakeCommand: Command = {
  name: 'bake',
  usage:
    '--look FILE --profile FILE|ID --role ROLE [--output ID] [--range full|narrow] [--depth 8|10|12|16] [--peak CD/M2] [--black CD/M2] [--offset STOPS] [--to FILE|ID] [--without-look] --grid 33 [--luts FOLDER] --out FILE.cube [--force]',
  summary: `bakes a look for a camera profile into a 3D LUT; roles are ${roleIds.join(', ')}`,
  async run(args) {
    const options = new Arguments(
      args,
      [
        'look',
        'profile',
        'role',
        'output',
        'range',
        'depth',
        'peak',
        'black',
        'offset',
        'to',
        'grid',
        'out',
        'luts',
      ],
      ['force', 'without-look'],
    );
    const role = options.choice('role', roleIds, 'combined');
    options.text('out');
    const grid = options.number('grid', 33, smallestGrid, largestGrid);
    try {
      checkGrid(grid);
    } catch (error) {
      throw new UsageError(`--grid: ${(error as Error).message}`);
    }
    const withoutLook = options.flag('without-look');
    if (withoutLook && !roles[role].mayGoPlain)
      throw new UsageError('--without-look: only a monitor LUT and its partner go without');
    const lookFile = options.text('look');
    const parts = await readParts(role, options);
    const inputs = [lookFile, options.optional('profile'), options.optional('to')].filter(
      (f) => f !== undefined,
    );
    const out = await options.output('out', inputs);
    const look = await readLook(lookFile);
    const luts = await readLuts(look, lookFile, options.optional('luts'));
    const made = await readDestination(lookFile);
    const display = readDisplay(options, made);
    const order = { look, ...parts, withoutLook, role, display, grid, luts };
    for (const note of compileBake(order).notes) process.stderr.write(`note: ${note}\n`);
    await out.write(writeCube(bake(order)));
  },
};
