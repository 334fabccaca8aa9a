import { eq } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { existsSync, writeFileSync } from 'node:fs';
import { utimes } from 'node:fs/promises';
import { join } from 'node:path';
import { afterAll, beforeAll, beforeEach, expect, test } from 'vitest';
import { writePng } from '@velvet-dusk/core/formats/png';
import { artefacts, clips, jobs, looseFiles, luts } from '../db/schema.ts';
import { restoredPath } from '../db/paths.ts';
import { openServices, type Services } from '../services/index.ts';
import { fill, newFolder, slackWater } from '../testing/fixture.ts';
import { sha256Of } from '@velvet-dusk/exporter/sha256';

/** Stored files are shared by their bytes: what one thing lets go of may be another's. */

let folder: string;
let services: Services;
beforeAll(async () => {
  folder = newFolder();
  services = await openServices(folder);
  await fill(services);
});
afterAll(() => services.close());

let frames = 0;
/** A frame of other bytes for each test. */
let strip: Uint8Array;
beforeEach(() => {
  const rgb = new Float32Array(8 * 4 * 3).fill(++frames / 100);
  strip = new Uint8Array(writePng({ width: 8, height: 4, rgb }));
});

const hours = (n: number) => new Date(Date.now() + n * 3_600_000);
/** Files are looked at after a day and again the day after, as a server that runs on would. */
async function sweepForTwoDays(): Promise<void> {
  await services.loose.sweep(hours(0));
  await services.loose.sweep(hours(25));
  await services.loose.sweep(hours(50));
}
const has = (sha256: string) => services.files.has(sha256);
const createdAt = new Date().toISOString();

/** Imports a frame as a plate whose import is then cancelled, as the route does. */
async function importAndCancel(bytes: Uint8Array): Promise<void> {
  const cancelled = { id: 'cancelled', projectId: 'p', name: 'Cancelled', profileId: 'heron' };
  await services.plates.addBytes(bytes, 'again.png', cancelled);
  await services.plates.purge('cancelled');
}

async function owned(by: 'artefact' | 'lut' | 'clip' | 'look' | 'job' | 'nobody'): Promise<string> {
  const sha256 = sha256Of(strip);
  await services.files.put(strip);
  const { db } = services;
  const job = { id: randomUUID(), kind: 'clip', projectId: 'p', state: 'done' as const, createdAt };
  if (by === 'artefact') {
    await db.insert(jobs).values({ ...job, payload: {} });
    const file = { id: randomUUID(), jobId: job.id, sha256, name: 'strip.png', size: strip.length };
    await db.insert(artefacts).values({ ...file, document: {}, createdAt });
  }
  if (by === 'lut') await db.insert(luts).values({ sha256, name: 'hald.png', createdAt });
  if (by === 'clip')
    await db
      .insert(clips)
      .values({ id: `clip ${frames}`, projectId: 'p', name: 'c', sha: sha256, facts: {} });
  if (by === 'look') {
    const placed = { id: 'placedLut', type: 'placedLut', params: { lut: { sha256, name: 'hald.png' } } };
    const steps = [{ ...slackWater.steps[0], ...placed }] as typeof slackWater.steps;
    await services.looks.create('p', { ...slackWater, steps }, `placing ${frames}`);
  }
  if (by === 'job') await db.insert(jobs).values({ ...job, payload: { clip: sha256 } });
  return sha256;
}

test.each(['artefact', 'lut', 'clip', 'look', 'job'] as const)(
  'a file that %s names too stays when the import of it is cancelled',
  async (owner) => {
    const sha256 = await owned(owner);
    await importAndCancel(strip);
    await sweepForTwoDays();
    expect(await has(sha256)).toBe(true);
  },
);

test('a clip that is closed leaves the file of the job that made it', async () => {
  const sha256 = await owned('artefact');
  await owned('clip');
  await services.clips.close(`clip ${frames}`);
  await sweepForTwoDays();
  expect(await has(sha256)).toBe(true);
});

test('what nothing names stays for a day, then goes; named again meanwhile, it stays', async () => {
  const sha256 = await owned('nobody');
  await importAndCancel(strip);
  await services.loose.sweep(hours(23));
  expect(await has(sha256)).toBe(true);
  await owned('lut');
  await services.loose.sweep(hours(25));
  expect(await has(sha256)).toBe(true);
  await services.db.delete(luts).where(eq(luts.sha256, sha256));
  await services.loose.sweep(hours(30));
  await services.loose.sweep(hours(53));
  expect(await has(sha256)).toBe(true);
  await services.loose.sweep(hours(55));
  expect(await has(sha256)).toBe(false);
  const left = await services.db.select().from(looseFiles).where(eq(looseFiles.sha256, sha256));
  expect(left).toEqual([]);
});

test('a file whose row is only about to be written stays, however long its bytes were loose before', async () => {
  const sha256 = await owned('nobody');
  await services.loose.sweep(hours(0));
  // Stored anew a moment before the sweep, by an import that has not written its row.
  await utimes(services.files.pathOf(sha256), hours(25), hours(25));
  await services.loose.sweep(hours(25.1));
  expect(await has(sha256)).toBe(true);
});

test('after a restore nothing goes until somebody says so; files can be taken back', async () => {
  const sha256 = await owned('nobody');
  writeFileSync(restoredPath(folder), '');
  await sweepForTwoDays();
  expect(await has(sha256)).toBe(true);
  const { held, files } = await services.loose.list();
  expect(held).toBe(true);
  const found = files.find((f) => f.sha256 === sha256)!;
  expect(found.size).toBe(strip.length);
  expect(await services.loose.endingOf((await services.loose.pathOf(sha256))!)).toBe('.png');
  await services.loose.removeAll();
  expect((await services.loose.list()).held).toBe(false);
  expect(await has(sha256)).toBe(false);
  expect(existsSync(join(folder, 'velvet-dusk.restored'))).toBe(false);
});
