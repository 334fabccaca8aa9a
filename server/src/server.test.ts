import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { request } from 'node:http';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { largestUpload, type LookRecord } from '@velvet-dusk/core/api/contract';
import { isOver, type Job, jobPageSchema, jobSchema } from '@velvet-dusk/core/api/jobs';
import { parseProfile } from '@velvet-dusk/core/camera/profile';
import { bake } from '@velvet-dusk/core/cube/bake';
import { writeCube } from '@velvet-dusk/core/formats/cubeWrite';
import { parseRgb16 } from '@velvet-dusk/core/formats/rgb16';
import { parsePng } from '@velvet-dusk/core/formats/png';
import type { Services } from './services/index.ts';
import { type Asker, startAsker } from './testing/asker.ts';
import { demoDocument, newFolder, slackWater, tinyFrame } from './testing/fixture.ts';

const dataFolder = newFolder();
const filesFolder = join(dataFolder, 'files');
let asker: Asker;
let services: Services;
beforeAll(async () => {
  asker = await startAsker(dataFolder);
  services = asker.services;
});
afterAll(() => asker.close());

const ask: Asker['ask'] = (...args) => asker.ask(...args);
const send: Asker['send'] = (...args) => asker.send(...args);
const expectProblem: Asker['expectProblem'] = (...args) => asker.expectProblem(...args);
const look = async () => (await (await ask('/looks/look')).json()) as LookRecord;
const upload = (bytes: BodyInit, name: string, profile = 'heron') =>
  ask(`/projects/p/plates?name=${name}&profile=${profile}`, { method: 'POST', body: bytes });

describe('looks', () => {
  test('an edit on the version seen is saved as the next; one on an old version changes nothing', async () => {
    const before = await look();
    const edited = { ...before.document, name: 'Edited' };
    const saved = (await (await send('PUT', '/looks/look', edited, before.version)).json()) as LookRecord;
    expect(saved).toMatchObject({ version: before.version + 1, document: { name: 'Edited' } });
    const late = await send('PUT', '/looks/look', { ...edited, name: 'Late' }, before.version);
    expect(late.status).toBe(412);
    expect(await late.json()).toMatchObject({
      current: { version: before.version + 1, document: { name: 'Edited' } },
    });
    expect((await look()).document.name).toBe('Edited');
  });

  test('a look is made beside the others, and the first stays the first', async () => {
    const made = await send('POST', '/projects/p/looks', { ...slackWater, name: 'Second' });
    expect(made.status).toBe(201);
    expect(await made.json()).toMatchObject({ version: 1, document: { name: 'Second' } });
    const project = (await (await ask('/projects/p')).json()) as { looks: LookRecord[] };
    expect(project.looks.map((l) => l.id)[0]).toBe('look');
    expect(project.looks).toHaveLength(2);
    await expectProblem(await send('POST', '/projects/none/looks', slackWater), 404, /no project "none"/);
  });

  test('two edits at once: one is saved, one is told', async () => {
    const { version, document } = await look();
    const both = await Promise.all(
      ['A', 'B'].map((name) => send('PUT', '/looks/look', { ...document, name }, version)),
    );
    expect(both.map((a) => a.status).sort()).toEqual([200, 412]);
  });

  test('bad documents are refused by place', async () => {
    const { version } = await look();
    await expectProblem(
      await send('PUT', '/looks/look', { ...slackWater, schemaVersion: 5 }, version),
      422,
      /schemaVersion/,
    );
    await expectProblem(
      await send('PUT', '/looks/look', { ...slackWater, strength: 7 }, version),
      422,
      /strength/,
    );
    await expectProblem(await send('PUT', '/looks/look', slackWater), 428, /If-Match/);
    await expectProblem(await send('PUT', '/looks/none', slackWater, 1), 404, /no look "none"/);
    const broken = ask('/looks/look', {
      method: 'PUT',
      body: '{"a":',
      headers: { 'content-type': 'application/json' },
    });
    await expectProblem(await broken, 400, /request body/);
    const large = await send('PUT', '/looks/look', { ...slackWater, notes: 'x'.repeat(2_000_000) }, version);
    await expectProblem(large, 413, /larger/);
  });
});

describe('plates', () => {
  test('the file comes back byte for byte, its frame code for code, and a log thumbnail beside it', async () => {
    const bytes = async (path: string) => Buffer.from(await (await ask(path)).arrayBuffer());
    expect((await bytes('/plates/plate/source')).equals(tinyFrame)).toBe(true);
    const frame = parsePng(await bytes('/plates/plate/frame.png'), 'frame');
    expect(frame.rgb).toEqual(parsePng(tinyFrame, 'tiny').rgb);
    expect((await ask('/plates/plate/thumb.png')).headers.get('content-type')).toBe('image/png');
    // What the bench gets, unpacked, is the same to the code.
    for (const part of ['frame', 'thumb']) {
      const packed = parsePng(await bytes(`/plates/plate/${part}.png`), part);
      const plain = await (await ask(`/plates/plate/${part}.rgb16`)).arrayBuffer();
      expect(parseRgb16(plain, part)).toEqual(packed);
    }
  });

  test('a shot trim is saved with the plate, by version', async () => {
    const shot = { exposure: 0.3, mired: 12, duv: 0.001, black: 0.2 };
    expect(await (await send('PATCH', '/plates/plate', { shot }, 1)).json()).toMatchObject({
      shot,
      version: 2,
    });
    await expectProblem(await send('PATCH', '/plates/plate', { shot }, 1), 412, /version 2/);
    await expectProblem(
      await send('PATCH', '/plates/plate', { shot: { ...shot, mired: 999 } }, 2),
      422,
      /shot\.mired/,
    );
  });

  test('a good PNG is taken in', async () => {
    const answer = await upload(tinyFrame, 'second.png');
    expect(answer.status).toBe(201);
    expect(await answer.json()).toMatchObject({
      plate: { name: 'second', width: 40, height: 20, depth: 16, format: 'png', facts: { storedDepth: 16 } },
      notes: [],
    });
  });

  test('marks are kept, wrong ones are refused by place', async () => {
    const { version } = await services.plates.row('plate');
    const marks = [{ id: 'a', kind: 'neutral', area: { x0: 0.1, y0: 0.1, x1: 0.2, y1: 0.2 } }];
    expect(await (await send('PATCH', '/plates/plate', { marks }, version)).json()).toMatchObject({ marks });
    const wrong = [{ ...marks[0], area: { x0: 5, y0: 0, x1: 1, y1: 1 } }];
    await expectProblem(
      await send('PATCH', '/plates/plate', { marks: wrong }, version + 1),
      422,
      /marks\.0\.area\.x0/,
    );
  });

  test('a deleted plate is gone from the project and can be brought back', async () => {
    const ids = async () => (await services.plates.list('p')).good.map((p) => p.id);
    expect((await ask('/plates/plate', { method: 'DELETE' })).status).toBe(200);
    expect(await ids()).not.toContain('plate');
    expect((await ask('/plates/plate/restore', { method: 'POST' })).status).toBe(200);
    expect(await ids()).toContain('plate');
  });

  test('an EXR becomes ACEScct whatever profile was named', async () => {
    const exr = readFileSync(new URL('../../demo/plates/wheelhouse-overcast.exr', import.meta.url));
    await services.profiles.addMissing(parseProfile(demoDocument('profiles/acescct.json'), 'acescct'));
    const answer = await upload(exr, 'scene.exr');
    expect(await answer.json()).toMatchObject({
      plate: { profileId: 'acescct', format: 'exr' },
      notes: expect.arrayContaining([expect.stringMatching(/kept as ACEScct/)]) as string[],
    });
  });

  test('an import that is cancelled leaves no plate and no file behind', async () => {
    const before = (await services.plates.list('p')).good.length;
    const stored = () =>
      readdirSync(filesFolder, { recursive: true, withFileTypes: true }).filter((f) => f.isFile()).length;
    const files = stored();
    const large = readFileSync(new URL('../../demo/plates/quay-blue-hour.exr', import.meta.url));
    for (const wait of [20, 150, 400]) {
      const controller = new AbortController();
      const sent = ask('/projects/p/plates?name=late.exr&profile=heron', {
        ...{ method: 'POST', body: large, signal: controller.signal },
      });
      setTimeout(() => controller.abort(), wait);
      await expect(sent).rejects.toThrow(/abort/i);
    }
    await expect.poll(stored, { timeout: 10_000, interval: 200 }).toBe(files);
    expect((await services.plates.list('p')).good.length).toBe(before);
  });

  test('bad frames are refused by name and place, and leave no plate behind', async () => {
    const count = (await services.plates.list('p')).good.length;
    await expectProblem(
      await upload(tinyFrame.slice(0, 600), 'cut.png'),
      422,
      /cut\.png: byte 600: truncated/,
    );
    await expectProblem(await upload('hello', 'text.png'), 422, /text\.png: byte 0: not a PNG/);
    await expectProblem(await upload('', 'empty.png'), 400, /empty\.png: the file has no bytes/);
    await expectProblem(await upload(tinyFrame, 'x.png', 'gannet'), 404, /no profile "gannet"/);
    await expectProblem(await ask('/projects/p/plates', { method: 'POST', body: 'x' }), 400, /name=FILE/);
    expect((await services.plates.list('p')).good).toHaveLength(count);
  });

  /** Announces two gigabytes, or sends without saying how many; answers the status and how much was written. */
  const flood = (announced: boolean) =>
    new Promise<{ status: number; text: string; sent: number }>((resolve, reject) => {
      const headers = announced ? { 'content-length': 2e9 } : {};
      const req = request(`${asker.url}/api/projects/p/plates?name=big.png&profile=heron`, {
        method: 'POST',
        headers,
      });
      const chunk = Buffer.alloc(1 << 20);
      let sent = 0;
      let answered = false;
      req.on('response', (res) => {
        answered = true;
        let text = '';
        res.on('data', (d: Buffer) => (text += d.toString()));
        res.on('end', () => resolve({ status: res.statusCode ?? 0, text, sent }));
      });
      req.on('error', (e) => !answered && reject(e));
      const pump = () => {
        if (answered || sent >= 2e9) return;
        sent += chunk.length;
        req.write(chunk, () => setImmediate(pump));
      };
      pump();
    });

  test('two gigabytes are refused with a message long before they have been sent', async () => {
    const announced = await flood(true);
    expect(announced).toMatchObject({ status: 413, text: expect.stringContaining('big.png') as string });
    expect(announced.sent).toBeLessThan(largestUpload);
    const chunked = await flood(false);
    expect(chunked).toMatchObject({ status: 413, text: expect.stringContaining('big.png') as string });
    expect(chunked.sent).toBeLessThan(largestUpload * 2);
    expect((await ask('/projects/p')).status).toBe(200);
  });
});

describe('exports', () => {
  const order = async (change: object = {}) => {
    const { version } = await look();
    return send('POST', '/looks/look/exports', {
      profileId: 'heron',
      role: 'combined',
      grid: 9,
      lookVersion: version,
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
    const { subject, artefacts } = await job(id);
    const [file] = artefacts;
    const bytes = Buffer.from(await (await ask(`/artefacts/${file.id}/file`)).arrayBuffer());
    expect(createHash('sha256').update(bytes).digest('hex')).toBe(file.sha256);
    expect(file.size).toBe(bytes.length);
    const record = await services.looks.get('look');
    const profile = await services.profiles.get('heron');
    const baked = bake({
      look: record.document,
      profile,
      role: 'combined',
      grid: 33,
      version: subject!.lookVersion,
    });
    expect(bytes.toString()).toBe(writeCube(baked));
    expect(file.document.proof!.mean).toBeLessThan(0.3);
    expect(file.document.proof!.rereadError).toBeLessThan(1e-6);
  });

  test('an order for another version, profile or grid is refused', async () => {
    await expectProblem(await order({ lookVersion: 999 }), 409, /version 999/);
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

test('another host name is refused: the server is for this machine', async () => {
  const status = await new Promise((resolve) => {
    request(`${asker.url}/api/projects`, { headers: { host: 'elsewhere.example' } }, (res) =>
      resolve(res.statusCode),
    ).end();
  });
  expect(status).toBe(421);
});

test('an unknown address is answered as a problem', async () => {
  await expectProblem(await ask('/nothing'), 404, /GET \/api\/nothing/);
});
