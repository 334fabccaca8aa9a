import { describe, expect, test } from 'vitest';
import type { LookRecord, ProjectSettings } from '@velvet-dusk/core/api/contract';
import { isOver, type Job, trialNoteOf } from '@velvet-dusk/core/api/jobs';
import type { PackRecord, ReleaseRecord } from '@velvet-dusk/core/api/packs';
import { newPack, packItemSchema, withItems } from '@velvet-dusk/core/pack/document';
import { atRest } from '@velvet-dusk/core/trial/condition';
import { gateSchema } from '@velvet-dusk/core/trial/gate';
import { parseTrialResult, type TrialResult } from '@velvet-dusk/core/trial/run';
import { parseTrialSpec } from '@velvet-dusk/core/trial/spec';
import { spawnServer, filledFolder } from './testing/fixture.ts';
import { readJournal } from './testing/journal.ts';
import { startTestClient } from './testing/testClient.ts';

/** Trials over the wire: ordered, kept with versions, compared with a gate, gone on with after a kill. */

const client = startTestClient();
const { send } = client;

const board = (rows: string[], columns: number[], lookId = 'look') => ({
  kind: 'velvet-dusk/trial',
  schemaVersion: 1,
  name: 'Night board',
  base: atRest(rows[0], lookId),
  rows: { axis: 'plates', values: rows },
  columns: { axis: 'exposure', values: columns },
});
const orderRun = (trial: object, endurance = false) =>
  send('POST', '/projects/p/trials', { trial, endurance });

const finished: typeof client.finished = (...args) => client.finished(...args);
const fileOf = async (job: Job, name: string) => {
  const { id } = job.artefacts.find((a) => a.name === name)!;
  return (await client.ask(`/artefacts/${id}/file`)).text();
};
const resultOf = async (job: Job): Promise<TrialResult> =>
  parseTrialResult(JSON.parse(await fileOf(job, 'trial-result.json')), 'result');

test('a run is kept with the version of its look; tried again after a change it is another, and can be compared', async () => {
  const job = await finished(await orderRun(board(['plate', 'target:skin-range'], [-1, 0, 1]), true));
  expect(job).toMatchObject({ state: 'done', kind: 'trial', title: 'Night board' });
  expect(job.artefacts.map((a) => a.name)).toEqual([
    'trial-result.json',
    'trial-spec.json',
    'cells.csv',
    'board.png',
    'board.pdf',
  ]);
  const result = await resultOf(job);
  expect(result.cells).toHaveLength(6);
  expect(result.endurance.map((e) => e.plateId)).toEqual(['plate', 'target:skin-range']);
  expect(result.looks).toMatchObject([{ id: 'look', version: 1 }]);
  expect(trialNoteOf(job)).toMatchObject({ cells: 6, gate: null });
  // The spec that goes with it is the whole run.
  expect(parseTrialSpec(JSON.parse(await fileOf(job, 'trial-spec.json')), 'spec').plates).toHaveLength(1);

  const look = (await (await client.ask('/looks/look')).json()) as LookRecord;
  const brighter = { id: 'brighter', type: 'exposure', params: { stops: 1 } };
  const document = { ...look.document, steps: [...look.document.steps, brighter] };
  await send('PUT', '/looks/look', document, look.revision);
  const again = await finished(await orderRun(board(['plate'], [0])));
  expect((await resultOf(again)).looks).toMatchObject([{ id: 'look', version: 2 }]);
  // A version stays what it was.
  const old = await finished(await orderRun(board(['plate'], [0], 'look@1')));
  const cellOf = (r: TrialResult) =>
    r.cells.find((c) => c.row === 0 && r.trial.columns.values[c.column] === 0)!;
  expect(cellOf(await resultOf(old)).readings).toEqual(cellOf(result).readings);
  await send('PUT', '/looks/look', look.document, look.revision + 1);
});

test('what cannot be run is refused in words, when it is ordered or as the job’s error', async () => {
  await client.expectProblem(await orderRun({ kind: 'x' }), 422, /trial/);
  await client.expectProblem(await orderRun(board(['plate'], [0], 'gone')), 422, /Look "gone" is not there/);
  await client.expectProblem(
    await send('POST', '/projects/none/trials', { trial: board(['plate'], [0]) }),
    404,
    /none/,
  );
  const job = await finished(await orderRun(board(['moon'], [0])));
  expect(job).toMatchObject({ state: 'failed' });
  expect(job.error).toMatch(/"moon" is not there/);
});

describe('a gate', () => {
  const put = async (value: unknown) => {
    const { revision } = (await (await client.ask('/projects/p')).json()) as ProjectSettings;
    return send('PUT', '/projects/p/gate', { value }, revision);
  };
  const setGate = (readings: string[]) =>
    put(gateSchema.parse({ plateIds: ['plate'], readings, balance: { low: 0, high: 0 } }));

  test('holds a release until a run of the look as it is passes, or a reason is given', async () => {
    const items = [packItemSchema.parse({ role: 'combined', grid: 33, destinations: ['editor'] })];
    const document = { ...withItems(newPack('Gated'), 'look', 'heron', items), ocioConfig: false };
    const pack = (await (await send('POST', '/projects/p/packs', document)).json()) as PackRecord;
    const order = (told: object) =>
      send('POST', `/packs/${pack.id}/exports`, {
        revision: pack.revision,
        release: told,
      });

    expect((await setGate(['clipped'])).status).toBe(200);
    const settings = (await (await client.ask('/projects/p')).json()) as ProjectSettings;
    expect(settings.gate).toMatchObject({ readings: ['clipped'] });
    const heldBy = async (told: object) => {
      const job = await finished(await order(told));
      await send('POST', `/jobs/${job.id}/cancel`, {});
      return [job.state, job.held?.criteria];
    };
    expect(await heldBy({})).toEqual(['held', ['Slack Water has not been tried as it is now']]);
    // The plate is noise over all codes: its highlights clip.
    const failed = await finished(await orderRun(board(['plate'], [0])));
    expect(trialNoteOf(failed)!.looks[0].passed).toBe(false);
    expect(await heldBy({})).toEqual(['held', ['Slack Water did not pass']]);
    // A reason for something else is none for this.
    const elsewhere = { reasons: { accuracy: 'Monitors only.', rules: 'Renamed there.' } };
    expect(await heldBy(elsewhere)).toEqual(['held', ['Slack Water did not pass']]);
    const reasons = { criteria: 'The client waits.', accuracy: '', rules: '' };
    const over = await finished(await order({ reasons }));
    expect(over.state).toBe('done');
    const releases = (await (await client.ask(`/packs/${pack.id}/releases`)).json()) as ReleaseRecord[];
    expect(releases[0]).toMatchObject({ reasons, stood: { criteria: 1, accuracy: 0, rules: 0 } });

    // Another gate asks anew. A full look may change luminance, so that this reading holds.
    await setGate(['luminanceChange']);
    expect(await heldBy({})).toEqual(['held', [expect.stringMatching(/has not been tried/)]]);
    const passed = await finished(await orderRun(board(['plate'], [0])));
    expect(trialNoteOf(passed)!.looks[0].passed).toBe(true);
    expect((await order({})).status).toBe(202);
    await put(null);
  });

  test('a wrong one is refused with its place', async () => {
    await client.expectProblem(await put({ readings: ['moon'] }), 422, /value\.readings/);
  });
});

test('killed during a run: it goes on where it was', async () => {
  const folder = await filledFolder();
  let server = await spawnServer(folder);
  try {
    const steps = Array.from({ length: 6 }, (_, i) => (i - 3) / 2);
    const targets = ['grey-ramp', 'hue-sweep'].map((t) => `target:${t}`);
    const ordered = await fetch(`${server.url}/api/projects/p/trials`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ trial: board(targets, steps), endurance: false }),
    });
    const { id } = (await ordered.json()) as Job;
    await expect.poll(() => readJournal(folder, id).length, { interval: 20 }).toBeGreaterThan(2);
    await server.kill();
    const kept = readJournal(folder, id);
    server = await spawnServer(folder);
    const state = async () => (await (await fetch(`${server.url}/api/jobs/${id}`)).json()) as Job;
    let job = await state();
    while (!isOver(job.state)) {
      const now = readJournal(folder, id);
      if (now.length > 0) expect(now.slice(0, kept.length)).toEqual(kept);
      await new Promise((r) => setTimeout(r, 20));
      job = await state();
    }
    expect(job).toMatchObject({ state: 'done', attempts: 2 });
    expect(trialNoteOf(job)!.cells).toBe(targets.length * steps.length);
  } finally {
    await server.kill();
  }
});
