import { createHash } from 'node:crypto';
import { describe, expect, test } from 'vitest';
import type { LookRecord } from '@velvet-dusk/core/api/contract';
import {
  exportSubjectOf,
  isOver,
  type Job,
  jobPageSchema,
  jobSchema,
  proofOf,
} from '@velvet-dusk/core/api/jobs';
import { bake } from '@velvet-dusk/core/order/bake';
import { writeCube } from '@velvet-dusk/core/formats/cubeWrite';
import { startTestClient } from './testing/testClient.ts';
import { standardDisplay } from '@velvet-dusk/core/render/display';

const testClient = startTestClient();
const { ask, send, expectProblem } = testClient;
const look = async () => (await (await ask('/looks/look')).json()) as LookRecord;

describe('exports', () => {
  const order = async (change: object = {}) => {
    const { revision } = await look();
    return send('POST', '/looks/look/exports', {
      profileId: 'heron',
      role: 'combined',
      display: standardDisplay,
      grid: 9,
      revision: revision,
      ...change,
    });
  };
  const job = async (id: string) => jobSchema.parse(await (await ask(`/jobs/${id}`)).json());
  const act = (id: string, action: string) => ask(`/jobs/${id}/${action}`, { method: 'POST' });
  /** Orders a cube and listens to the project's stream until what is waited for has come. */
  const follow = async (change: object, until: (job: Job) => boolean) => {
    const answer = await ask('/projects/p/events');
    expect(answer.headers.get('content-type')).toBe('text/event-stream');
    const { id } = (await (await order(change)).json()) as Job;
    const seen: Job[] = [];
    let text = '';
    const decoder = new TextDecoder();
    for await (const chunk of answer.body as unknown as AsyncIterable<Uint8Array>) {
      text += decoder.decode(chunk, { stream: true });
      const parts = text.split('\n\n');
      text = parts.pop()!;
      const told = parts.filter((p) => p.startsWith('data: ')).map((p) => JSON.parse(p.slice(6)) as unknown);
      seen.push(...told.map((t) => jobSchema.parse(t)).filter((j) => j.id === id));
      if (seen.some(until)) break;
    }
    return { id, seen };
  };

  test('the file offered is what the recipe bakes, with its checksum and proof', async () => {
    const { id, seen } = await follow({ grid: 33 }, (j) => j.state === 'done');
    expect(seen.some((j) => j.stage === 'Baking' && j.progress > 0 && j.progress < 1)).toBe(true);
    const done = await job(id);
    const { artefacts } = done;
    const [file] = artefacts;
    const bytes = Buffer.from(await (await ask(`/artefacts/${file.id}/file`)).arrayBuffer());
    expect(createHash('sha256').update(bytes).digest('hex')).toBe(file.sha256);
    expect(file.size).toBe(bytes.length);
    const record = await testClient.services.looks.get('look');
    const profile = await testClient.services.profiles.get('heron');
    const baked = bake({
      look: record.document,
      profile,
      role: 'combined',
      display: standardDisplay,
      grid: 33,
      version: exportSubjectOf(done)!.lookVersion,
    });
    expect(bytes.toString()).toBe(writeCube(baked));
    expect(proofOf(file)!.mean).toBeLessThan(0.3);
    expect(proofOf(file)!.rereadError).toBeLessThan(1e-6);
  });

  test('an order for another revision, profile or grid is refused', async () => {
    await expectProblem(await order({ revision: 999 }), 409, /order is for save 999/);
    await expectProblem(await order({ profileId: 'gannet' }), 404, /gannet/);
    await expectProblem(await order({ grid: 400 }), 422, /grid/);
  });

  test('a running export can be paused, cancelled and tried again, and offers no file meanwhile', async () => {
    const { id } = await follow({ grid: 129 }, (j) => j.state === 'running' && j.progress > 0);
    expect((await job(id)).artefacts).toEqual([]);
    expect(await (await act(id, 'pause')).json()).toMatchObject({ state: 'paused' });
    await expectProblem(await act(id, 'pause'), 409, /is paused/);
    expect(await (await act(id, 'resume')).json()).toMatchObject({ state: 'queued' });
    expect(await (await act(id, 'cancel')).json()).toMatchObject({ state: 'cancelled', artefacts: [] });
    const next = await follow({ grid: 5 }, (j) => isOver(j.state));
    expect((await job(next.id)).state).toBe('done');
    expect(await (await act(id, 'retry')).json()).toMatchObject({ state: 'queued' });
    expect((await act(id, 'cancel')).status).toBe(200);
    await expectProblem(await act(id, 'explode'), 404, /cancel, pause/);
  });

  test('jobs come page by page, the newest first, counted over all pages', async () => {
    const ids: string[] = [];
    for (let i = 0; i < 5; i++) ids.push(((await (await order({ grid: 2 })).json()) as Job).id);
    const seen: string[] = [];
    let counted = 0;
    for (let before: string | null = ''; before !== null;) {
      const path: string = `/projects/p/jobs?limit=2&before=${encodeURIComponent(before)}`;
      const page = jobPageSchema.parse(await (await ask(path)).json());
      expect(page.jobs.length).toBeLessThanOrEqual(2);
      seen.push(...page.jobs.map((j) => j.id));
      counted = Object.values(page.counts).reduce((a, b) => a + b);
      before = page.next;
    }
    expect(seen.slice(0, 5)).toEqual(ids.reverse());
    expect(new Set(seen).size).toBe(seen.length);
    expect(counted).toBe(seen.length);
    await expectProblem(await ask('/projects/p/jobs?limit=0'), 400, /limit: .* from 1 to 200/);
  });
});
