import { pathToFileURL } from 'node:url';
import { createClient } from '@libsql/client';
import { expect, test } from 'vitest';
import type { LookRecord, LookVersions } from '@velvet-dusk/core/api/contract';
import type { Job } from '@velvet-dusk/core/api/jobs';
import { recipeHash } from '@velvet-dusk/core/look/hash';
import { databasePath } from './db/paths.ts';
import { startTestClient } from './testing/testClient.ts';
import { newFolder, slackWater } from './testing/fixture.ts';

const dataFolder = newFolder();
const testClient = startTestClient(dataFolder);
const { ask, send, expectProblem } = testClient;
const list = async (id: string) => (await (await ask(`/looks/${id}/versions`)).json()) as LookVersions;
const record = async (id: string) => (await (await ask(`/looks/${id}`)).json()) as LookRecord;
const newLook = async (name: string) =>
  ((await (await send('POST', '/projects/p/looks', { ...slackWater, name })).json()) as LookRecord).id;
const change = async (id: string, strength: number) => {
  const { revision, document } = await record(id);
  const answer = await send('PUT', `/looks/${id}`, { ...document, strength }, revision);
  expect(answer.status).toBe(200);
};
const exported = async (id: string, note = '') => {
  const { revision } = await record(id);
  const order = { profileId: 'heron', role: 'combined', grid: 2, revision, note };
  const answer = await send('POST', `/looks/${id}/exports`, order);
  expect(answer.status).toBe(202);
  return ((await answer.json()) as Job).subject!;
};

test('saves make no version; made on purpose they are numbered, with document, hash, time and note', async () => {
  const id = await newLook('Numbered');
  expect(await list(id)).toEqual({ versions: [], isLatest: false });
  for (const strength of [0.9, 0.8]) await change(id, strength);
  expect((await list(id)).versions).toEqual([]);
  expect((await send('POST', `/looks/${id}/versions`, { note: 'for the screening' })).status).toBe(201);
  await change(id, 0.7);
  await send('POST', `/looks/${id}/versions`, {});
  const { versions, isLatest } = await list(id);
  expect(versions.map((v) => [v.number, v.note])).toEqual([
    [2, ''],
    [1, 'for the screening'],
  ]);
  expect(isLatest).toBe(true);
  const first = (await (await ask(`/looks/${id}/versions/1`)).json()) as { document: typeof slackWater };
  expect(first.document.strength).toBe(0.8);
  expect(versions[1].hash).toBe(recipeHash(first.document));
  await change(id, 0.6);
  expect((await list(id)).isLatest).toBe(false);
});

test('an export is of a version, and makes one of what is none yet', async () => {
  const id = await newLook('Exported');
  expect(await exported(id, 'dailies')).toMatchObject({
    lookVersion: 1,
    fileName: 'Exported_v1_heron_bt1886_combined_2.cube',
  });
  // Nothing has changed: the same version again.
  expect(await exported(id, 'not asked for')).toMatchObject({ lookVersion: 1 });
  await change(id, 0.5);
  await change(id, 0.4);
  expect(await exported(id)).toMatchObject({ lookVersion: 2 });
  expect((await list(id)).versions.map((v) => v.note)).toEqual(['', 'dailies']);
});

test('twenty at once are twenty numbers', async () => {
  const id = await newLook('Crowd');
  await Promise.all(Array.from({ length: 20 }, () => send('POST', `/looks/${id}/versions`, {})));
  const numbers = (await list(id)).versions.map((v) => v.number);
  expect(numbers).toEqual(Array.from({ length: 20 }, (_, i) => 20 - i));
});

test('a version is never changed, whoever asks the database', async () => {
  const id = await newLook('Fixed');
  await send('POST', `/looks/${id}/versions`, {});
  const client = createClient({ url: pathToFileURL(databasePath(dataFolder)).href });
  await expect(client.execute("UPDATE look_versions SET note = 'other'")).rejects.toThrow(/never changed/);
  client.close();
  expect((await list(id)).versions[0].note).toBe('');
});

test('what is not there, and notes that are too long, are said', async () => {
  await expectProblem(await ask('/looks/none/versions'), 404, /look "none"/);
  await expectProblem(await ask('/looks/look/versions/9'), 404, /version "look 9"/);
  await expectProblem(await ask('/looks/look/versions/one'), 404, /version/);
  const long = { note: 'x'.repeat(401) };
  await expectProblem(await send('POST', '/looks/look/versions', long), 422, /note/);
});
