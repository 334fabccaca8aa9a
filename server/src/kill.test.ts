import { cpSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, expect, test } from 'vitest';
import type { LookRecord } from '@velvet-dusk/core/api/contract';
import type { PackRecord, ReleaseRecord } from '@velvet-dusk/core/api/packs';
import { newPack, packItemSchema, withItems } from '@velvet-dusk/core/pack/document';
import { verifyPack } from '@velvet-dusk/exporter/verify';
import { isOver, type Job } from '@velvet-dusk/core/api/jobs';
import { lockElsewhere } from './testing/lockElsewhere.ts';
import { readJournal } from './testing/journal.ts';
import { filledFolder, newFolder, type ServerProcess, spawnServer } from './testing/fixture.ts';

/** A server killed with SIGKILL loses nothing that was shown as saved, and offers no half file. */

let server: ServerProcess | undefined;
afterEach(() => server?.kill());

const json = async <T>(path: string, init?: RequestInit) => {
  const answer = await fetch(`${server!.url}/api${path}`, init);
  // What is counted as answered must have been taken, not refused.
  if (!answer.ok) throw new Error(`${path} answered ${answer.status}: ${await answer.text()}`);
  return (await answer.json()) as T;
};
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
  let ended = '';
  const edits = (async () => {
    for (let revision = 1; ; revision++) {
      await post('/looks/look', { ...document, notes: `edit ${revision}` }, 'PUT', revision);
      answered = revision;
    }
  })().catch((error: unknown) => (ended = String(error)));
  while (answered < 5) {
    expect(ended).toBe('');
    await new Promise((r) => setTimeout(r, 10));
  }
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

test('killed during the export of a pack: it goes on with what is left, and its zip is whole', async () => {
  const folder = await filledFolder();
  server = await spawnServer(folder);
  const items = Array.from({ length: 10 }, (_, i) =>
    packItemSchema.parse({ role: 'combined', strength: (i + 1) / 20, destinations: ['editor'] }),
  );
  const document = { ...withItems(newPack('Killed'), 'look', 'heron', items), ocioConfig: false };
  const { id: packId, revision } = (await post('/projects/p/packs', document)) as PackRecord;
  const { id } = (await post(`/packs/${packId}/exports`, { revision })) as Job;
  const state = () => json<Job>(`/jobs/${id}`);
  while (readJournal(folder, id).length < 4) await new Promise((r) => setTimeout(r, 20));
  await server.kill();
  const kept = readJournal(folder, id);
  server = await spawnServer(folder);
  let job = await state();
  while (!isOver(job.state)) {
    // What stood is not made again: new lines only follow.
    const now = readJournal(folder, id);
    if (now.length > 0) expect(now.slice(0, kept.length)).toEqual(kept);
    await new Promise((r) => setTimeout(r, 20));
    job = await state();
  }
  expect(job).toMatchObject({ state: 'done', attempts: 2 });
  const zip = join(folder, 'out.zip');
  const bytes = await (await fetch(`${server.url}/api/artefacts/${job.artefacts[0].id}/file`)).arrayBuffer();
  writeFileSync(zip, Buffer.from(bytes));
  expect(await verifyPack(zip)).toMatchObject({ files: 10, problems: [] });
});

test(
  'killed while a release is written down: it is made once, against none before, the same to the byte',
  {
    timeout: 180_000,
  },
  async () => {
    const folder = await filledFolder();
    server = await spawnServer(folder);
    // Enough work for a lock to be had before its end, on a slow machine too.
    const items = Array.from({ length: 6 }, (_, i) =>
      packItemSchema.parse({ role: 'combined', grid: 25, strength: (i + 1) / 10, destinations: ['editor'] }),
    );
    const document = { ...withItems(newPack('Once'), 'look', 'heron', items), ocioConfig: false };
    const pack = (await post('/projects/p/packs', document)) as PackRecord;
    await server.stop();
    const twin = join(newFolder(), 'twin');
    cpSync(folder, twin, { recursive: true });

    const told = { reasons: { accuracy: 'Small grids.' } };
    const order = async () =>
      ((await post(`/packs/${pack.id}/exports`, { revision: pack.revision, release: told })) as Job).id;
    const over = async (id: string) => {
      await expect
        .poll(async () => isOver((await json<Job>(`/jobs/${id}`)).state), { timeout: 60_000 })
        .toBe(true);
      return json<Job>(`/jobs/${id}`);
    };
    const releases = () => json<ReleaseRecord[]>(`/packs/${pack.id}/releases`);

    server = await spawnServer(twin);
    const whole = await over(await order());
    await server.stop();

    // The end cannot be written down: everything of it is done but that when the server is killed.
    server = await spawnServer(folder);
    const id = await order();
    await expect.poll(async () => (await json<Job>(`/jobs/${id}`)).state).toBe('running');
    const release = await lockElsewhere(folder);
    const files = () => readJournal(folder, id).length - 1;
    await expect.poll(files, { timeout: 60_000 }).toBe(items.length);
    // Longer than what comes after its last file takes.
    await new Promise((r) => setTimeout(r, 2000));
    const { state, error } = await json<Job>(`/jobs/${id}`);
    expect([state, error]).toEqual(['running', null]);
    await server.kill();
    await release();

    server = await spawnServer(folder);
    const job = await over(id);
    expect(job).toMatchObject({ state: 'done', attempts: 2 });
    expect((await releases()).map((r) => [r.number, r.jobId, r.changes.changed])).toEqual([[1, id, []]]);
    expect(job.artefacts.map((a) => a.sha256)).toEqual(whole.artefacts.map((a) => a.sha256));

    // A second one at once would have the same number; one that is cancelled uses none up.
    const second = await order();
    await expect(order()).rejects.toThrow(
      /409: .*Once, release 2 is (queued|running)\. Wait for it or cancel it/,
    );
    await post(`/jobs/${second}/cancel`, {});
    expect(await releases()).toHaveLength(1);
    expect((await over(await order())).title).toBe('Once, release 2');
    expect((await releases()).map((r) => r.number)).toEqual([2, 1]);
  },
);
