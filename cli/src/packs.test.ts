import { cpSync, mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from 'vitest';
import { writeSpec } from '@velvet-dusk/core/pack/spec';
import { smallSpec } from '@velvet-dusk/exporter/testing/smallSpec';
import { writeZip } from '@velvet-dusk/exporter/zip';
import { dusk, json, newFolder } from './testing/dusk.ts';

const { at } = newFolder();

/** Packs on the command line, up to the device that loads them. */

interface Loaded {
  menu: { path: string; grid: number }[];
  refused: unknown[];
}

test('a spec of a million items, or of 300 MB of spaces, is refused at once, in words', async () => {
  const small = writeSpec(smallSpec());
  const item = { role: 'combined', destinations: ['editor'] };
  const cells = Array.from({ length: 1000 }, (_, i) => ({
    lookId: `look-${i}`,
    profileId: 'heron',
    items: Array.from({ length: 1000 }, () => item),
  }));
  writeFileSync(at('million.json'), JSON.stringify({ ...small, pack: { ...small.pack, cells } }));
  const million = await dusk('pack', '--spec', at('million.json'), '--out', at('never'));
  expect(million).toMatchObject({ code: 1 });
  expect(million.err).toMatch(/1000000 items are planned; 20000 is the most/);
  writeFileSync(at('spaces.json'), Buffer.alloc(300_000_000, ' '));
  const spaces = await dusk('pack', '--spec', at('spaces.json'), '--out', at('never'));
  expect(spaces.err).toMatch(/spaces\.json has 300 MB; a spec has 256 MB at most/);
  rmSync(at('spaces.json'));
});

test('a pack is made, its card is loaded from a folder and from a zip, and a later one is told from it', async () => {
  const reasons = { criteria: '', accuracy: 'Small grids.', rules: 'Renamed on the phone.' };
  const release = { number: 1, date: '2031-04-02', note: '', recipients: '', criteria: [], reasons };
  // Files that are made once stay made while the release waits for its reason.
  const unexcused = { ...release, reasons: { ...reasons, accuracy: '' } };
  writeFileSync(at('held.json'), JSON.stringify(writeSpec({ ...smallSpec(), release: unexcused })));
  const held = await dusk('pack', '--spec', at('held.json'), '--out', at('first'));
  expect(held.code).toBe(1);
  expect(held.err).toMatch(
    /the release is held\. Accuracy: \d+ files over their tolerance.*release\.reasons\.accuracy/,
  );
  writeFileSync(at('spec.json'), JSON.stringify(writeSpec({ ...smallSpec(), release })));
  const made = await dusk('pack', '--spec', at('spec.json'), '--out', at('first'));
  expect(made.code).toBe(0);
  expect(made.err).toMatch(/^(\d+)\/\1\n/);

  mkdirSync(at('card'));
  cpSync(join(at('first'), 'Field-monitor'), at('card'), { recursive: true });
  await writeZip(at('card'), 'LUT', at('card.zip'));
  const load = async (card: string) =>
    (await json('device', '--card', card, '--device', 'field-monitor', '--json')) as unknown as Loaded;
  const fromFolder = await load(at('card'));
  expect(fromFolder.menu).toHaveLength(4);
  expect(fromFolder.refused).toEqual([]);
  const fromZip = await load(at('card.zip'));
  expect(fromZip.menu.map((m) => [m.path, m.grid])).toEqual(
    fromFolder.menu.map((m) => [`LUT/${m.path}`, m.grid]),
  );
  const missing = await dusk('device', '--card', at('none.zip'), '--device', 'field-monitor');
  expect(missing).toMatchObject({ code: 1 });
  expect(missing.err).toMatch(/none\.zip.*cannot be read: there is no such file/);

  const next = { ...smallSpec(), release: { ...release, number: 2 } };
  writeFileSync(at('next.json'), JSON.stringify(writeSpec(next)));
  const told = await dusk(
    ...['pack', '--spec', at('next.json'), '--out', at('second'), '--previous', at('first')],
  );
  expect(told.code).toBe(0);
  const tried = await dusk('pack', '--spec', at('next.json'), '--out', at('third'), '--previous', at('none'));
  expect(tried.code).not.toBe(0);
});
