import { mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { request } from 'node:http';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { createClient } from '@libsql/client';
import { describe, expect, test } from 'vitest';
import { largestUpload, type LookRecord } from '@velvet-dusk/core/api/contract';
import { parseRgb16 } from '@velvet-dusk/core/formats/rgb16';
import { parsePng, writePng } from '@velvet-dusk/core/formats/png';
import { encodePng } from './frames/raster.ts';
import { startTestClient } from './testing/testClient.ts';
import { slackWater, tinyFrame } from './testing/fixture.ts';

const testClient = startTestClient();
const { dataFolder, ask, send, expectProblem } = testClient;
const filesFolder = join(dataFolder, 'files');
const look = async () => (await (await ask('/looks/look')).json()) as LookRecord;
const upload = (bytes: BodyInit, name: string, profile = 'heron') =>
  ask(`/projects/p/plates?name=${name}&profile=${profile}`, { method: 'POST', body: bytes });

describe('looks', () => {
  test('an edit on the revision seen is saved as the next; one on an old revision changes nothing', async () => {
    const before = await look();
    const edited = { ...before.document, name: 'Edited' };
    const saved = (await (await send('PUT', '/looks/look', edited, before.revision)).json()) as LookRecord;
    expect(saved).toMatchObject({ revision: before.revision + 1, document: { name: 'Edited' } });
    const late = await send('PUT', '/looks/look', { ...edited, name: 'Late' }, before.revision);
    expect(late.status).toBe(412);
    expect(await late.json()).toMatchObject({
      current: { revision: before.revision + 1, document: { name: 'Edited' } },
    });
    expect((await look()).document.name).toBe('Edited');
  });

  test('a look is made beside the others, and the first stays the first', async () => {
    const made = await send('POST', '/projects/p/looks', { ...slackWater, name: 'Second' });
    expect(made.status).toBe(201);
    expect(await made.json()).toMatchObject({ revision: 1, document: { name: 'Second' } });
    const project = (await (await ask('/projects/p')).json()) as { looks: LookRecord[] };
    expect(project.looks.map((l) => l.id)[0]).toBe('look');
    expect(project.looks).toHaveLength(2);
    await expectProblem(await send('POST', '/projects/none/looks', slackWater), 404, /no project "none"/);
  });

  test('two edits at once: one is saved, one is told', async () => {
    const { revision, document } = await look();
    const both = await Promise.all(
      ['A', 'B'].map((name) => send('PUT', '/looks/look', { ...document, name }, revision)),
    );
    expect(both.map((a) => a.status).sort()).toEqual([200, 412]);
  });

  test('bad documents are refused by place', async () => {
    const { revision } = await look();
    await expectProblem(
      await send('PUT', '/looks/look', { ...slackWater, schemaVersion: 99 }, revision),
      422,
      /schemaVersion/,
    );
    await expectProblem(
      await send('PUT', '/looks/look', { ...slackWater, strength: 7 }, revision),
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
    const large = await send('PUT', '/looks/look', { ...slackWater, notes: 'x'.repeat(2_000_000) }, revision);
    await expectProblem(large, 413, /larger/);
  });
});

describe('plates', () => {
  test('the file comes back byte for byte, its frame code for code, and a log thumbnail beside it', async () => {
    const bytes = async (path: string) => Buffer.from(await (await ask(path)).arrayBuffer());
    expect((await bytes('/plates/plate/source')).equals(tinyFrame)).toBe(true);
    const frame = parsePng(await bytes('/plates/plate/frame.png'), 'frame');
    expect(frame.rgb).toEqual(parsePng(tinyFrame, 'tiny').rgb);
    // A frame of 40 pixels is its own thumbnail; the bench gets both, the same to the code.
    for (const part of ['frame', 'thumb']) {
      const plain = await (await ask(`/plates/plate/${part}.rgb16`)).arrayBuffer();
      expect(parseRgb16(plain, part)).toEqual(frame);
      // What has not changed is not sent again.
      const { headers } = await ask(`/plates/plate/${part}.rgb16`);
      const again = await ask(`/plates/plate/${part}.rgb16`, {
        headers: { 'if-none-match': headers.get('etag')!, 'cache-control': 'max-age=0' },
      });
      expect(again.status).toBe(304);
    }
  });

  test('a frame whose smaller copy cannot be kept is sent all the same', async () => {
    const cache = join(filesFolder, 'cache');
    const frame = async () => Buffer.from(await (await ask('/plates/plate/trial.rgb16')).arrayBuffer());
    const kept = await frame();
    rmSync(cache, { recursive: true });
    writeFileSync(cache, 'in the way');
    expect((await frame()).equals(kept)).toBe(true);
    rmSync(cache);
    mkdirSync(cache);
    expect((await frame()).equals(kept)).toBe(true);
    expect(readdirSync(cache)).toHaveLength(1);
  });

  test('a frame that an earlier release stored as PNG is sent as ever', async () => {
    const bytes = async (path: string) => Buffer.from(await (await ask(path)).arrayBuffer());
    const files = ['frame.png', 'frame.rgb16', 'trial.rgb16'];
    const now = await Promise.all(files.map((f) => bytes(`/plates/plate/${f}`)));
    const client = createClient({ url: pathToFileURL(join(dataFolder, 'velvet-dusk.db')).href });
    const { frameSha } = await testClient.services.plates.filesOf('plate');
    const store = (sha: string) =>
      client.execute({ sql: 'UPDATE plates SET frame_sha = ? WHERE id = ?', args: [sha, 'plate'] });
    const { rgb, width, height } = parsePng(tinyFrame, 'tiny');
    await store(await testClient.services.files.put(writePng({ width, height, rgb })));
    const then = await Promise.all(files.map((f) => bytes(`/plates/plate/${f}`)));
    await store(frameSha);
    client.close();
    expect(parsePng(then[0], 'then')).toEqual(parsePng(now[0], 'now'));
    expect([then[1].equals(now[1]), then[2].equals(now[2])]).toEqual([true, true]);
  });

  test('a shot trim is saved with the plate, by revision', async () => {
    const shot = { exposure: 0.3, mired: 12, duv: 0.001, black: 0.2 };
    expect(await (await send('PATCH', '/plates/plate', { shot }, 1)).json()).toMatchObject({
      shot,
      revision: 2,
    });
    await expectProblem(await send('PATCH', '/plates/plate', { shot }, 1), 412, /revision 2/);
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
    const { revision } = await testClient.services.plates.row('plate');
    const marks = [{ id: 'a', kind: 'neutral', area: { x0: 0.1, y0: 0.1, x1: 0.2, y1: 0.2 } }];
    expect(await (await send('PATCH', '/plates/plate', { marks }, revision)).json()).toMatchObject({ marks });
    const wrong = [{ ...marks[0], area: { x0: 5, y0: 0, x1: 1, y1: 1 } }];
    await expectProblem(
      await send('PATCH', '/plates/plate', { marks: wrong }, revision + 1),
      422,
      /marks\.0\.area\.x0/,
    );
  });

  test('a deleted plate is gone from the project and can be brought back', async () => {
    const ids = async () => (await testClient.services.plates.list('p')).items.map((p) => p.id);
    expect((await ask('/plates/plate', { method: 'DELETE' })).status).toBe(200);
    expect(await ids()).not.toContain('plate');
    expect((await ask('/plates/plate/restore', { method: 'POST' })).status).toBe(200);
    expect(await ids()).toContain('plate');
  });

  test('an EXR becomes ACEScct whatever profile was named', async () => {
    const exr = readFileSync(new URL('../../demo/plates/wheelhouse-overcast.exr', import.meta.url));
    const answer = await upload(exr, 'scene.exr');
    expect(await answer.json()).toMatchObject({
      plate: { profileId: 'acescct', format: 'exr' },
      notes: expect.arrayContaining([expect.stringMatching(/kept as ACEScct/)]) as string[],
    });
  });

  test('an import that is cancelled leaves no plate and no file behind', async () => {
    const before = (await testClient.services.plates.list('p')).items.length;
    const stored = () =>
      readdirSync(filesFolder, { recursive: true, withFileTypes: true }).filter((f) => f.isFile()).length;
    const files = stored();
    const large = readFileSync(new URL('../../demo/plates/quay-blue-hour.exr', import.meta.url));
    for (const wait of [20, 150, 400]) {
      const controller = new AbortController();
      const sent = ask('/projects/p/plates?name=late.exr&profile=heron', {
        method: 'POST',
        body: large,
        signal: controller.signal,
      });
      setTimeout(() => controller.abort(), wait);
      await expect(sent).rejects.toThrow(/abort/i);
    }
    await expect.poll(stored, { interval: 200 }).toBe(files);
    expect((await testClient.services.plates.list('p')).items.length).toBe(before);
  });

  test('an import that cannot be written down leaves no file that nothing names', async () => {
    const stored = () =>
      readdirSync(filesFolder, { recursive: true, withFileTypes: true }).filter((f) => f.isFile()).length;
    const { loose } = testClient.services;
    /** A day goes by, in which what nothing names is found and looked at again. */
    const aDay = async () => {
      await loose.sweep();
      await loose.sweep(new Date(Date.now() + 25 * 3_600_000));
    };
    await aDay();
    const before = stored();
    const client = createClient({ url: pathToFileURL(join(dataFolder, 'velvet-dusk.db')).href });
    await client.execute(
      `CREATE TRIGGER full BEFORE INSERT ON plates BEGIN SELECT RAISE(ABORT, 'no more'); END`,
    );
    const bytes = await encodePng({ width: 9, height: 7, rgb: new Float32Array(189).map((_, i) => i / 189) });
    const answer = await upload(new Uint8Array(bytes), 'late.png');
    await client.execute('DROP TRIGGER full');
    client.close();
    expect(answer.status).toBe(500);
    await aDay();
    expect(stored()).toBe(before);
    expect((await upload(new Uint8Array(bytes), 'again.png')).status).toBe(201);
  });

  test('bad frames are refused by name and place, and leave no plate behind', async () => {
    const count = (await testClient.services.plates.list('p')).items.length;
    await expectProblem(
      await upload(tinyFrame.slice(0, 600), 'cut.png'),
      422,
      /cut\.png: byte 600: truncated/,
    );
    await expectProblem(await upload('hello', 'text.png'), 422, /text\.png: byte 0: not a PNG/);
    await expectProblem(await upload('', 'empty.png'), 400, /empty\.png: the file has no bytes/);
    await expectProblem(await upload(tinyFrame, 'x.png', 'gannet'), 404, /no profile "gannet"/);
    await expectProblem(await ask('/projects/p/plates', { method: 'POST', body: 'x' }), 400, /name=FILE/);
    expect((await testClient.services.plates.list('p')).items).toHaveLength(count);
  });

  /** Announces two gigabytes, or sends without saying how many; answers the status and how much was written. */
  const flood = (announced: boolean) =>
    new Promise<{ status: number; text: string; sent: number }>((resolve, reject) => {
      const headers = announced ? { 'content-length': 2e9 } : {};
      const req = request(`${testClient.url}/api/projects/p/plates?name=big.png&profile=heron`, {
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

test('another host name is refused: the server is for this machine', async () => {
  const status = await new Promise((resolve) => {
    request(`${testClient.url}/api/projects`, { headers: { host: 'elsewhere.example' } }, (res) =>
      resolve(res.statusCode),
    ).end();
  });
  expect(status).toBe(421);
});

test('an unknown address is answered as a problem', async () => {
  await expectProblem(await ask('/nothing'), 404, /GET \/api\/nothing/);
});
