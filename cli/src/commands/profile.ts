import { importProfile } from '@velvet-dusk/core/camera/import/index';
import { makeCodec } from '@velvet-dusk/core/camera/codec';
import { profileTable, type TableRow } from '@velvet-dusk/core/camera/table';
import { profileToClf } from '@velvet-dusk/core/camera/export/profileClf';
import { UsageError } from '../errors.ts';
import { readProfile, readText } from '../files.ts';
import { Arguments } from '../options.ts';
import { type Command, printJson } from './command.ts';

/** Reads a profile from another format and writes it as a document; what was assumed goes to stderr. */
async function importTo(options: Arguments): Promise<void> {
  const file = options.text('import');
  const out = await options.output('out', [file]);
  const { profile, notes } = importProfile(await readText(file), file, options.optional('name'));
  for (const note of notes) process.stderr.write(`note: ${note}\n`);
  await out.write(`${JSON.stringify(profile, null, 2)}\n`);
}

export const profileCommand: Command = {
  name: 'profile',
  usage:
    '--profile FILE|ID (--table [--json] | --clf OUT.clf) | --import FILE.clf|FILE.cube|FILE.spi1d --out PROFILE.json [--name NAME] [--force]',
  summary:
    'shows where stops and reflectances land, writes a profile as CLF, or reads one from another format',
  async run(args) {
    const options = new Arguments(
      args,
      ['profile', 'import', 'out', 'name', 'clf'],
      ['table', 'json', 'force'],
    );
    if (options.optional('import') !== undefined) return importTo(options);
    const profile = await readProfile(options.text('profile'));
    const clf = options.optional('clf');
    if (clf !== undefined) {
      const out = await options.output('clf', [options.text('profile')]);
      return out.write(profileToClf(profile));
    }
    if (!options.flag('table')) throw new UsageError('--table, --clf or --import is needed');
    const table = profileTable(makeCodec(profile));
    if (options.flag('json')) return printJson({ profile: profile.id, range: profile.range, ...table });
    const row = (label: string, r: TableRow) =>
      process.stdout.write(
        `${label.padStart(8)}  ${r.code.toFixed(6)}  ${r.code10.toFixed(2).padStart(8)}  ${r.percent.toFixed(2).padStart(7)} %\n`,
      );
    process.stdout.write(`${profile.name}, ${profile.range} range\n     at   code 0–1    10-bit   percent\n`);
    for (const r of table.stops) row(`${r.stops > 0 ? '+' : ''}${r.stops} st`, r);
    for (const r of table.reflectances) row(`${r.reflectance} %`, r);
  },
};
