import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, expect, test } from 'vitest';
import type { LookRecord } from '@velvet-dusk/core/api/contract';
import { isOver, type Job } from '@velvet-dusk/core/api/jobs';
import { filledFolder, type ServerProcess, spawnServer } from './testing/fixture.ts';

/** A server killed with SIGKILL loses nothing that was shown as saved, and offers no half file. */

let server: ServerProcess | undefined;
afterEach(() => server?.kill());

const json = async <T>(path: string, init?: RequestInit) =>
  (await (await fetch(`${server!.url}/api${path}`, init)).json()) as T;
const post = (path: string, body: unknown, method = 'POST', revision?: number) =>
  json<never>(path, {
    method,
    body: JSON.stringify(body),
    headers: { 'content-type': 'application/json', ...(revision ? { 'if-match': `"${revision}"` } : {}) },
  });

test('killed during edits: the look is as last answered', async () => {
  const folder = await filledFolder();
  server = await spawnServer(folder);
  const { document } = await json<LookRecord>('/looks/look');
  let answered = 0;
  const edits = (async () => {
    for (let revision = 1; ; revision++) {
      await post('/looks/look', { ...document, notes: `edit ${revision}` }, 'PUT', revision);
      answered = revision;
    }
  })().catch(() => {});
  while (answered < 5) await new Promise((r) => setTimeout(r, 10));
  await server.kill();
  await edits;
  server = await spawnServer(folder);
  const after = await json<LookRecord>('/looks/look');
  // The one on its way when the server died may have been written, though nobody was told.
  const number = Number(after.document.notes.replace('edit ', ''));
  expect([answered, answered + 1]).toContain(number);
  expect(after.revision).toBe(number + 1);
});

test('killed during an export: it is taken up again, and only a whole file is offered', async () => {
  const folder = await filledFolder();
  server = await spawnServer(folder);
  const order = { profileId: 'heron', role: 'combined', grid: 97, revision: 1 };
  const { id } = (await post('/looks/look/exports', order)) as Job;
  const state = () => json<Job>(`/jobs/${id}`);
  while ((await state()).state !== 'running') await new Promise((r) => setTimeout(r, 20));
  await new Promise((r) => setTimeout(r, 700));
  expect((await state()).state).toBe('running');
  await server.kill();
  server = await spawnServer(folder);
  let job = await state();
  expect(job.artefacts).toEqual([]);
  while (!isOver(job.state)) {
    await new Promise((r) => setTimeout(r, 100));
    job = await state();
  }
  expect(job).toMatchObject({ state: 'done', subject: { grid: 97 }, attempts: 2 });
  const [file] = job.artefacts;
  const text = await (await fetch(`${server.url}/api/artefacts/${file.id}/file`)).text();
  expect(text.length).toBe(file.size);
  expect(readdirSync(join(folder, 'files/parts'))).toEqual([]);
});
