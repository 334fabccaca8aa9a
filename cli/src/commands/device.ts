import { readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { type CardFile, loadCard } from '@velvet-dusk/core/device/card';
import { deviceIds, devices } from '@velvet-dusk/core/device/devices';
import { withOpened } from '@velvet-dusk/exporter/openOut';
import { readBytes } from '../files.ts';
import { fileProblem } from '../files.ts';
import { Arguments } from '../options.ts';
import { type Command, printJson } from './command.ts';

async function readCard(folder: string): Promise<CardFile[]> {
  let names: string[];
  try {
    names = readdirSync(folder, { recursive: true }).map(String).sort();
  } catch (error) {
    throw fileProblem(folder, 'read', error);
  }
  const files = names.filter((name) => statSync(join(folder, name)).isFile());
  return Promise.all(
    files.map(async (name) => ({
      path: name.replaceAll('\\', '/'),
      bytes: await readBytes(join(folder, name)),
    })),
  );
}

/** A card is a folder, or a zip of what is to be copied to one. */
async function withCard<R>(place: string, run: (folder: string) => Promise<R>): Promise<R> {
  if (!place.toLowerCase().endsWith('.zip')) return run(place);
  try {
    return await withOpened(place, run);
  } catch (error) {
    throw (error as NodeJS.ErrnoException).code ? fileProblem(place, 'read', error) : error;
  }
}

export const deviceCommand: Command = {
  name: 'device',
  usage: `--card DIR|FILE.zip --device ${deviceIds.join('|')} [--json]`,
  summary: 'Puts a card into a stand-in device: what its menu lists, and what it refuses and why',
  async run(args) {
    const options = new Arguments(args, ['card', 'device'], ['json']);
    const place = options.text('card');
    const card = await withCard(place, readCard);
    const device = devices[options.choice('device', deviceIds)];
    const { menu, refused, alike } = loadCard(card, device);
    const listed = menu.map(({ slot, shown, path, grid }) => ({ slot, shown, path, grid: grid.size }));
    if (options.flag('json')) return printJson({ device: device.id, menu: listed, refused, alike });
    for (const m of listed)
      process.stdout.write(`${String(m.slot).padStart(3)} ${m.shown.padEnd(26)} ${m.path}\n`);
    for (const r of refused) process.stdout.write(`  – ${r.path}: ${r.why}\n`);
    for (const a of alike) process.stdout.write(`two entries are shown as ${a}\n`);
  },
};
