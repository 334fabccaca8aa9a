import { request } from 'node:http';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createClient } from '@libsql/client';
import sharp from 'sharp';
import { pathToFileURL } from 'node:url';
import { describe, expect, test } from 'vitest';
import { startTestClient } from './testing/testClient.ts';
import { slackWater } from './testing/fixture.ts';

/** What comes from outside, and is not let in. */

const testClient = startTestClient();
const { dataFolder, ask, send, expectProblem } = testClient;

/** A request with headers a page cannot set itself, as a browser sends them for it. */
const raw = (method: string, path: string, headers: Record<string, string>, body = '') =>
  new Promise<{ status: number; headers: Record<string, unknown>; text: string }>((resolve, reject) => {
    const req = request(`${testClient.url}${path}`, { method, headers }, (res) => {
      let text = '';
      res.on('data', (d: Buffer) => (text += d.toString()));
      res.on('end', () => resolve({ status: res.statusCode ?? 0, headers: res.headers, text }));
    });
    req.on('error', reject);
    req.end(body);
  });

describe('pages of other origins', () => {
  const foreign: Record<string, string>[] = [
    { origin: 'http://elsewhere.example' },
    { origin: 'null' },
    { origin: 'http://127.0.0.1:1' },
    { 'sec-fetch-site': 'cross-site' },
    { 'sec-fetch-site': 'same-site' },
  ];
  test.each(foreign)('change nothing: %o', async (headers) => {
    for (const [method, path] of [
      ['POST', '/api/luts?name=a.cube'],
      ['POST', '/api/projects/p/plates?name=a.png&profile=heron'],
      ['POST', '/api/jobs/any/cancel'],
      ['POST', '/api/projects/p/looks'],
      ['PUT', '/api/looks/look'],
      ['PATCH', '/api/plates/plate'],
      ['DELETE', '/api/plates/plate'],
      ['POST', '/api/nothing'],
    ])
      expect(await raw(method, path, headers, method === 'DELETE' ? '' : 'x')).toMatchObject({ status: 403 });
    const plates = await testClient.services.plates.list('p');
    expect(plates.items).toHaveLength(1);
  });

  test('this server’s own pages, and tools that are no page, may', async () => {
    const host = new URL(testClient.url).host;
    const own = {
      origin: `http://${host}`,
      'sec-fetch-site': 'same-origin',
      'content-type': 'application/json',
    };
    expect((await raw('POST', '/api/projects/p/looks', own, JSON.stringify(slackWater))).status).toBe(201);
    expect((await send('POST', '/projects/p/looks', slackWater)).status).toBe(201);
  });

  test('a document is taken as JSON only, as a form of another page cannot send it', async () => {
    for (const type of ['text/plain', 'application/x-www-form-urlencoded', 'multipart/form-data; boundary=x'])
      expect(
        await raw('POST', '/api/projects/p/looks', { 'content-type': type }, JSON.stringify(slackWater)),
      ).toMatchObject({ status: 415 });
  });

  test('a page of ours may load its own things only', async () => {
    const { headers } = await raw('GET', '/api/projects', {});
    const policy = String(headers['content-security-policy']);
    for (const part of ["default-src 'self'", "font-src 'self'", "connect-src 'self'", "object-src 'none'"])
      expect(policy).toContain(part);
    expect(policy).not.toMatch(/https:|http:|\*/);
    expect(headers['access-control-allow-origin']).toBeUndefined();
  });
});

describe('files that are not what they say', () => {
  const upload = (body: BodyInit, name: string) =>
    ask(`/projects/p/plates?name=${name}&profile=heron`, { method: 'POST', body });
  const clip = (body: BodyInit, name: string) =>
    ask(`/projects/p/clips?name=${name}`, { method: 'POST', body });

  test('a playlist or a list of files named as a clip opens no other file', async () => {
    const secret = join(dataFolder, 'secret.avi');
    writeFileSync(secret, 'secret');
    for (const text of [
      `#EXTM3U\n#EXT-X-TARGETDURATION:1\n#EXTINF:1,\nfile://${secret}\n#EXT-X-ENDLIST\n`,
      `ffconcat version 1.0\nfile '${secret}'\n`,
      `<?xml version="1.0"?><MPD><BaseURL>file://${secret}</BaseURL></MPD>`,
      `[playlist]\nFile1=${secret}\n`,
    ])
      for (const name of ['a.mov', 'a.mp4', 'a.mkv', 'a.m3u8'])
        await expectProblem(await clip(text, name), 422, /byte 0: not a clip/);
  });

  test('pictures of formats that are not read never reach the library, whatever they are called', async () => {
    const svg =
      '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><rect width="9" height="9"/></svg>';
    const picture = { create: { width: 9, height: 9, channels: 3, background: '#345' } } as const;
    const gif = Buffer.from('GIF89a\x01\x00\x01\x00\x00\x00\x00;', 'latin1');
    const webp = await sharp(picture).webp().toBuffer();
    for (const bytes of [Buffer.from(svg), gif, webp])
      for (const name of ['a.jpg', 'a.tif', 'a.png', 'a.exr', 'a.webp', 'a'])
        await expectProblem(await upload(new Uint8Array(bytes), name), 422, /byte 0: not a/);
  });
});

describe('odd requests are answered as such, and show no path', () => {
  test.each([
    ['a key given twice', '/luts?name=a.cube&name=b.cube', 'POST', 400],
    ['a key as a list', '/luts?name[]=a.cube', 'POST', 400],
    ['an ID of thousands of characters', `/looks/${'x'.repeat(9000)}`, 'GET', 404],
    ['an ID with a null', '/looks/a%00b', 'GET', 404],
    ['a broken escape', '/looks/%E0%A4', 'GET', 400],
    ['a step upwards', '/luts/..%2f..%2fetc%2fpasswd', 'GET', 404],
    ['an unknown page of jobs', '/projects/p/jobs?limit=1e9', 'GET', 400],
  ])('%s', async (_, path, method, status) => {
    const answer = await ask(path, { method, ...(method === 'POST' ? { body: 'x' } : {}) });
    await expectProblem(answer, status, /^(?!.*(\/tmp|\/work|node_modules)).+$/);
  });

  test('documents nested deeper than any of ours', async () => {
    for (const depth of [20, 100, 20_000]) {
      const body = `{"kind":${'['.repeat(depth)}${']'.repeat(depth)}}`;
      const answer = await ask('/projects/p/looks', {
        method: 'POST',
        body,
        headers: { 'content-type': 'application/json' },
      });
      await expectProblem(answer, 422, /look document|levels/);
    }
    const deep = {
      ...slackWater,
      steps: [
        { id: 'a', type: 'zones', params: JSON.parse(`${'{"a":'.repeat(25)}1${'}'.repeat(25)}`) as object },
      ],
    };
    await expectProblem(await send('POST', '/projects/p/looks', deep), 422, /steps/);
  });

  test('a stored file that is gone is said without its place', async () => {
    const row = await testClient.services.plates.row('plate');
    await testClient.services.files.remove(row.frameSha);
    for (const part of ['frame.png', 'frame.rgb16']) {
      const answer = await ask(`/plates/plate/${part}`);
      await expectProblem(answer, 410, /^The stored file is missing from the data folder\./);
    }
  });
});

test('a database another program has locked holds nothing else up, and is said after a while', async () => {
  const client = createClient({ url: pathToFileURL(join(dataFolder, 'velvet-dusk.db')).href });
  const held = await client.transaction('write');
  try {
    const late = send('POST', '/projects/p/looks', slackWater);
    let slowest = 0;
    for (let i = 0; i < 20; i++) {
      const start = performance.now();
      expect((await ask('/projects/p')).status).toBe(200);
      slowest = Math.max(slowest, performance.now() - start);
    }
    expect(slowest).toBeLessThan(1000);
    const answer = await late;
    expect(answer.status).toBe(423);
    expect(await answer.json()).toMatchObject({ title: 'Database is locked' });
  } finally {
    await held.rollback();
    client.close();
  }
  expect((await send('POST', '/projects/p/looks', slackWater)).status).toBe(201);
});
