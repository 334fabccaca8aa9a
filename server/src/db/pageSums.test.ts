import { readFileSync, writeFileSync } from 'node:fs';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { openServices } from '../services/index.ts';
import { filledFolder, newFolder } from '../testing/fixture.ts';
import { checkDatabase } from './checkup.ts';
import { changedPages, writeSums } from './pageSums.ts';
import { databasePath, sumsPath } from './paths.ts';

test('of 500 bits that flip in a closed database, one at a time, none stays unnoticed', async () => {
  const folder = await filledFolder();
  const path = databasePath(folder);
  const whole = readFileSync(path);
  expect(await changedPages(folder)).toMatchObject({ pages: [], isCopyWhole: true });
  const bits = fc.sample(fc.integer({ min: 0, max: whole.length * 8 - 1 }), 500);
  for (const bit of bits) {
    const flipped = Buffer.from(whole);
    flipped[bit >> 3] ^= 1 << (bit & 7);
    writeFileSync(path, flipped);
    expect((await changedPages(folder))!.pages, `bit ${bit}`).toEqual([(bit >> 15) + 1]);
  }
  writeFileSync(path, whole);
});

test('a flipped number keeps it from being opened, in words; restored, it is as it was closed', async () => {
  const folder = await filledFolder();
  const path = databasePath(folder);
  const bytes = readFileSync(path);
  // In the name of the plate: text that any reader takes as it comes.
  const at = bytes.indexOf('Tiny');
  bytes[at] ^= 1;
  writeFileSync(path, bytes);
  await expect(checkDatabase(folder)).rejects.toThrow(
    /1 of its \d+ pages is not what was written.*holds all that was saved then.*DUSK_RESTORE=1/,
  );
  process.env.DUSK_RESTORE = '1';
  const services = await openServices(folder).finally(() => delete process.env.DUSK_RESTORE);
  expect((await services.plates.list('p')).items[0].name).toBe('Tiny');
  await services.close();
});

test('a copy that is older than the close is not said to hold all', async () => {
  const folder = await filledFolder();
  await writeSums(folder, false);
  expect(await changedPages(folder)).toMatchObject({ pages: [], isCopyWhole: false });
  const path = databasePath(folder);
  const bytes = readFileSync(path);
  bytes[bytes.indexOf('Tiny')] ^= 1;
  writeFileSync(path, bytes);
  await expect(checkDatabase(folder)).rejects.toThrow(/Its last good copy is of \d{4}-/);
});

test('while it is open, and after a kill, nothing is said of its pages; a list that is no list says nothing', async () => {
  const folder = newFolder();
  const services = await openServices(folder);
  expect(await changedPages(folder)).toBeNull();
  await services.close();
  expect(await changedPages(folder)).not.toBeNull();
  writeFileSync(sumsPath(folder), '{');
  expect(await changedPages(folder)).toBeNull();
});
