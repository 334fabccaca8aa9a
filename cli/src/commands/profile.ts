import { makeCodec } from '@velvet-dusk/core/camera/codec';
import { profileTable } from '@velvet-dusk/core/camera/table';
import { readProfile } from '../files.ts';
import { Arguments } from '../options.ts';
import { type Command, printJson } from './command.ts';

export const profileCommand: Command = {
  name: 'profile',
  usage: '--profile FILE|ID --table --json',
  summary: 'where stops −8…+8 and reflectances of 0, 2, 18 and 90 % land in a camera encoding',
  async run(args) {
    const options = new Arguments(args, ['profile'], ['table', 'json']);
    const profile = await readProfile(options.text('profile'));
    const table = profileTable(makeCodec(profile));
    if (options.flag('json')) return printJson({ profile: profile.id, range: profile.range, ...table });
    const row = (label: string, r: { code: number; code10: number; percent: number }) =>
      process.stdout.write(
        `${label.padStart(8)}  ${r.code.toFixed(6)}  ${r.code10.toFixed(2).padStart(8)}  ${r.percent.toFixed(2).padStart(7)} %\n`,
      );
    process.stdout.write(`${profile.name}, ${profile.range} range\n     at   code 0–1    10-bit   percent\n`);
    for (const r of table.stops) row(`${r.stops > 0 ? '+' : ''}${r.stops} st`, r);
    for (const r of table.reflectances) row(`${r.reflectance} %`, r);
  },
};
