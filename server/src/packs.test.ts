import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, test } from 'vitest';
import { isOver, type Job } from '@velvet-dusk/core/api/jobs';
import type { LookRecord } from '@velvet-dusk/core/api/contract';
import type { PackRecord, ReleaseRecord } from '@velvet-dusk/core/api/packs';
import { newPack, type Pack, packItemSchema, withItems } from '@velvet-dusk/core/pack/document';
import type { PackTook } from '@velvet-dusk/core/pack/forecast';
import { verifyPack } from '@velvet-dusk/exporter/verify';
import { readJournal } from './testing/journal.ts';
import { startTestClient } from './testing/testClient.ts';

/** Packs over the wire: kept, exported, released. */

const client = startTestClient();
const { send } = client;
const expectProblem: typeof client.expectProblem = (...args) => client.expectProblem(...args);

const item = (wish: object) => packItemSchema.parse({ grid: 9, destinations: ['editor'], ...wish });
const small = (...items: object[]): Pack => ({
  ...withItems(newPack('Night Crew'), 'look', 'heron', items.map(item)),
  ocioConfig: false,
});
const create = async (pack: Pack) =>
  (await (await send('POST', '/projects/p/packs', pack)).json()) as PackRecord;
const save = (record: PackRecord, pack: Pack, revision = record.revision) =>
  send('PUT', `/packs/${record.id}`, pack, revision);
const order = (record: PackRecord, more: object = {}) =>
  send('POST', `/packs/${record.id}/exports`, { revision: record.revision, ...more });

const finished: typeof client.finished = (...args) => client.finished(...args);
async function zipOf(job: Job): Promise<string> {
  const [zip] = job.artefacts;
  const path = join(mkdtempSync(join(tmpdir(), 'pack-')), zip.name);
  writeFileSync(path, Buffer.from(await (await client.ask(`/artefacts/${zip.id}/file`)).arrayBuffer()));
  return path;
}

describe('a pack is a document', () => {
  test('kept, read, saved over the revision that was seen, deleted and brought back', async () => {
    const pack = await create(small({ role: 'combined' }));
    expect(pack.revision).toBe(1);
    const saved = (await (await save(pack, small({ role: 'conversion' }))).json()) as PackRecord;
    expect(saved.revision).toBe(2);
    await expectProblem(await save(pack, small()), 412, /at revision 2, this edit was made on revision 1/);
    const listed = async () =>
      ((await (await client.ask('/projects/p/packs')).json()) as { items: PackRecord[] }).items.map(
        (p) => p.id,
      );
    expect(await listed()).toContain(pack.id);
    await send('PATCH', `/packs/${pack.id}`, { deleted: true });
    expect(await listed()).not.toContain(pack.id);
    await send('PATCH', `/packs/${pack.id}`, { deleted: false });
    expect(await listed()).toContain(pack.id);
  });

  test('a wrong one is refused with its place', async () => {
    const wrong = { ...small({ role: 'combined' }), names: { tokens: [] } };
    await expectProblem(await send('POST', '/projects/p/packs', wrong), 422, /names\.tokens/);
    await expectProblem(await send('POST', '/projects/none/packs', small()), 404, /none/);
  });
});

test('an export is one zip, proved on the plates of the project, whose checksums hold', async () => {
  const pack = await create(small({ role: 'combined' }, { role: 'conversion' }));
  const job = await finished(await order(pack));
  expect(job).toMatchObject({ state: 'done', kind: 'pack', title: 'Night Crew' });
  expect(job.artefacts[0].document).toMatchObject({ files: 2 });
  const zip = await zipOf(job);
  execFileSync('unzip', ['-tq', zip]);
  expect(await verifyPack(zip)).toMatchObject({ files: 2, release: null, problems: [] });
  // No number was used up by it.
  expect(await (await client.ask(`/packs/${pack.id}/releases`)).json()).toEqual([]);
});

test('releases are numbered, and each is told from the one before', async () => {
  const pack = await create(small({ role: 'combined' }, { role: 'conversion' }));
  const reasons = { criteria: '', accuracy: 'Small grids, on purpose.', rules: '' };
  const told = { note: 'First night', recipients: 'Editing', reasons };
  expect((await finished(await order(pack, { release: told }))).state).toBe('done');
  const next = (await (
    await save(pack, small({ role: 'combined' }, { role: 'monitor', offset: 1 }))
  ).json()) as PackRecord;
  expect((await finished(await order(next, { release: told }))).title).toBe('Night Crew, release 2');
  const releases = (await (await client.ask(`/packs/${pack.id}/releases`)).json()) as ReleaseRecord[];
  expect(releases.map((r) => [r.number, r.files])).toEqual([
    [2, 2],
    [1, 2],
  ]);
  expect(releases[1]).toMatchObject(told);
  expect(releases[0].changes.added).toEqual([expect.stringMatching(/monitor_1st-over_9\.cube$/)]);
  expect(releases[0].changes.removed).toEqual([expect.stringMatching(/conversion_9\.cube$/)]);
  expect(releases[0].changes.changed).toEqual([]);

  // The look is made brighter: its files have another version in their names, and are told by how much they changed.
  const look = (await (await client.ask('/looks/look')).json()) as LookRecord;
  const brighter = { id: 'brighter', type: 'exposure', params: { stops: 0.5 } };
  const steps = [...look.document.steps, brighter];
  await send('PUT', '/looks/look', { ...look.document, steps }, look.revision);
  expect((await finished(await order(next, { release: told }))).state).toBe('done');
  const [third] = (await (await client.ask(`/packs/${pack.id}/releases`)).json()) as ReleaseRecord[];
  expect([third.changes.added, third.changes.removed]).toEqual([[], []]);
  const combined = third.changes.changed.find((f) => f.path.includes('combined'))!;
  expect(combined.path).toContain('_v2_');
  expect(combined.difference!.mean).toBeGreaterThan(1);
  await send('PUT', '/looks/look', look.document, look.revision + 1);
});

test('paused, a pack keeps what is finished, goes on with the rest, and is the same as one made at once', async () => {
  const items = Array.from({ length: 8 }, (_, i) => ({
    role: 'combined',
    grid: 25,
    strength: (i + 1) / 20,
  }));
  const pack = await create(small(...items));
  const { id } = (await (await order(pack)).json()) as Job;
  const state = async () => (await (await client.ask(`/jobs/${id}`)).json()) as Job;
  const until = async (holds: (job: Job) => boolean) => {
    for (;;) {
      const job = await state();
      if (holds(job)) return job;
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
  };
  const journal = () => readJournal(client.dataFolder, id);
  await until(() => journal().length >= 3);
  await send('POST', `/jobs/${id}/pause`, {});
  await until((job) => job.state === 'paused');
  await new Promise((resolve) => setTimeout(resolve, 300));
  const kept = journal();
  expect(kept.length).toBeLessThan(items.length + 1);
  expect(await state()).toMatchObject({ state: 'paused', artefacts: [] });
  await send('POST', `/jobs/${id}/resume`, {});
  await until(() => journal().length > kept.length);
  expect(journal().slice(0, kept.length)).toEqual(kept);
  const done = await until((job) => isOver(job.state));
  expect(done.state).toBe('done');
  const again = await finished(await order(pack));
  expect(readFileSync(await zipOf(done)).equals(readFileSync(await zipOf(again)))).toBe(true);
  // Only one that was made at one go tells how long such a pack takes here.
  expect(done.artefacts[0].document).toMatchObject({ took: null });
  const { took } = again.artefacts[0].document as { took: PackTook };
  expect(took.zip).toBe(again.artefacts[0].size);
  expect(took.seconds).toBeGreaterThan(0);
  expect(took.reckoned.work).toBeGreaterThan(0);
});

test('a release that is over its tolerance is held until somebody says why', async () => {
  const pack = await create(small({ role: 'combined' }));
  const job = await finished(await order(pack, { release: { note: '', recipients: '' } }));
  expect(job).toMatchObject({ state: 'held', artefacts: [], held: { criteria: [], rules: [] } });
  expect(job.held!.accuracy).toEqual([expect.stringMatching(/combined_9\.cube: .*ΔE/)]);
  const releases = async () =>
    (await (await client.ask(`/packs/${pack.id}/releases`)).json()) as ReleaseRecord[];
  expect(await releases()).toEqual([]);
  // Another of the same number has to wait for it.
  await expectProblem(await order(pack, { release: {} }), 409, /release 1 is held/);

  const give = (reasons: object) => send('POST', `/jobs/${job.id}/reasons`, reasons);
  await expectProblem(await give({ criteria: 'For the gate.' }), 422, /all the same under Accuracy/);
  await expectProblem(await give({ accuracy: ' ' }), 422, /Accuracy/);
  const done = await finished(await give({ accuracy: 'Monitors only.' }));
  expect(done).toMatchObject({ state: 'done', held: null });
  await expectProblem(await give({ accuracy: 'Again.' }), 409, /The job is done/);
  expect(await releases()).toMatchObject([
    { number: 1, reasons: { criteria: '', accuracy: 'Monitors only.' }, stood: { criteria: 0, accuracy: 1 } },
  ]);
});

test('a held release can be cancelled; its number goes to the next', async () => {
  const pack = await create(small({ role: 'combined' }));
  const job = await finished(await order(pack, { release: {} }));
  expect(job.state).toBe('held');
  const cancelled = (await (await send('POST', `/jobs/${job.id}/cancel`, {})).json()) as Job;
  expect(cancelled).toMatchObject({ state: 'cancelled', held: null });
  const next = await finished(await order(pack, { release: { reasons: { accuracy: 'On purpose.' } } }));
  expect(next).toMatchObject({ state: 'done', title: 'Night Crew, release 1' });
});

test('what cannot be made is refused when it is ordered', async () => {
  const pack = await create(withItems(small(), 'gone', 'heron', [item({ role: 'combined' })]));
  await expectProblem(await order(pack), 422, /look "gone" is not there/);
  await expectProblem(await order(await create(small())), 422, /No file is planned/);
  // Refused by their number: planned, they would keep the server for minutes.
  const many = Array.from({ length: 1000 }, (_, i) => ({
    role: 'combined',
    strength: i / 1000,
    destinations: ['editor', 'finishing', 'phone', 'recorder', 'field-monitor'],
  }));
  await expectProblem(
    await order(await create(small(...many))),
    422,
    /5000 files are asked for.*4000 at most/,
  );
  await expectProblem(await order(await create(small({ role: 'combined' })), { revision: 7 }), 409, /save 7/);
});
