import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from 'vitest';
import { newProfile } from '@velvet-dusk/core/camera/newProfile';
import { demoDocument } from './testing/fixture.ts';
import { startTestClient } from './testing/testClient.ts';

const testClient = startTestClient();
const { dataFolder, ask, send, expectProblem } = testClient;

describe('profiles', () => {
  const heron = demoDocument('profiles/heron.json') as Record<string, unknown>;
  const mine = { ...heron, id: 'mine', name: 'Mine' };

  test('one is made, edited by version, written as CLF, and removed', async () => {
    expect((await send('POST', '/profiles', mine)).status).toBe(201);
    await expectProblem(await send('POST', '/profiles', mine), 409, /a profile "mine" already/);
    const edited = await send('PUT', '/profiles/mine', { ...mine, name: 'Edited' }, 1);
    expect(await edited.json()).toMatchObject({ revision: 2, document: { name: 'Edited' } });
    await expectProblem(await send('PUT', '/profiles/mine', mine, 1), 412, /revision 2/);
    await expectProblem(await send('PUT', '/profiles/mine', { ...mine, id: 'other' }, 2), 422, /id: /);
    await expectProblem(await send('PUT', '/profiles/mine', { ...mine, white: [1] }, 2), 422, /white/);
    const clf = await ask('/profiles/mine/clf');
    expect(clf.headers.get('content-disposition')).toContain('mine.clf');
    const read = await ask('/profiles/read?name=mine.clf', { method: 'POST', body: await clf.text() });
    expect(await read.json()).toMatchObject({ profile: { curve: heron.curve }, notes: [] });
    expect((await ask('/profiles/mine', { method: 'DELETE' })).status).toBe(200);
    await expectProblem(await ask('/profiles/mine/json'), 404, /no profile "mine"/);
  });

  test('one that is unfinished is kept, and nothing is made with it until its last figure is typed', async () => {
    const petrel = newProfile({ id: 'petrel', name: 'Petrel' });
    expect((await send('POST', '/profiles', petrel)).status).toBe(201);
    const why = /"Petrel" is unfinished: 16 of its figures are still to be typed \(Base, .*Usable floor\)/;
    const order = { profileId: 'petrel', role: 'combined', grid: 9, revision: 1 };
    await expectProblem(await send('POST', '/looks/look/exports', order), 409, why);
    await expectProblem(await send('PATCH', '/plates/plate', { profileId: 'petrel' }, 1), 409, why);
    await expectProblem(await ask('/profiles/petrel/clf'), 409, why);
    const { unfinished: _, ...typed } = petrel;
    expect((await send('PUT', '/profiles/petrel', typed, 1)).status).toBe(200);
    expect((await ask('/profiles/petrel/clf')).status).toBe(200);
    const back = await send('PUT', '/profiles/petrel', petrel, 2);
    await expectProblem(back, 422, /unfinished: all figures of "Petrel" are typed/);
  });

  test('one in use stays; a file that is no profile is refused by place', async () => {
    await expectProblem(await ask('/profiles/heron', { method: 'DELETE' }), 409, /used by \d+ plate/);
    const read = await ask('/profiles/read?name=a.clf', { method: 'POST', body: '<a>' });
    await expectProblem(read, 422, /a\.clf: line 1/);
  });
});

describe('clips', () => {
  test('frames are picked from a clip, which is forgotten afterwards', async () => {
    const file = join(dataFolder, 'clip.mov');
    const source = ['-f', 'lavfi', '-i', 'testsrc2=size=96x64:rate=10:duration=2'];
    execFileSync('ffmpeg', ['-v', 'error', ...source, '-c:v', 'ffv1', '-pix_fmt', 'yuv422p10le', file]);
    const opened = await ask('/projects/p/clips?name=night.mov', {
      method: 'POST',
      body: readFileSync(file),
    });
    const clip = (await opened.json()) as { id: string; facts: object };
    expect(clip.facts).toMatchObject({ depth: 10, rate: 10, duration: 2, width: 96 });
    expect((await ask(`/clips/${clip.id}/strip/3`)).headers.get('content-type')).toBe('image/jpeg');
    const picked = await send('POST', `/clips/${clip.id}/plates`, { times: [0.5, 1], profileId: 'heron' });
    const plates = (await picked.json()) as { plate: { name: string; depth: number } }[];
    expect(plates.map((p) => [p.plate.name, p.plate.depth])).toEqual([
      ['night 0.50 s', 10],
      ['night 1.00 s', 10],
    ]);
    const late = await send('POST', `/clips/${clip.id}/plates`, { times: [9], profileId: 'heron' });
    await expectProblem(late, 422, /no frame at 9 s of 2 s/);
    // The last frame begins before the end of the clip, so that there is none at its very end.
    const half = await send('POST', `/clips/${clip.id}/plates`, { times: [0.2, 2, 0.4], profileId: 'heron' });
    expect(half.status).toBe(422);
    const told = (await half.json()) as { detail: string; taken: { plate: { name: string } }[] };
    expect(told.detail).toMatch(
      /2 s: there is no frame.*1 of 3 frames had been taken in before it, and are kept/,
    );
    expect(told.taken.map((t) => t.plate.name)).toEqual(['night 0.20 s']);
    expect((await ask(`/clips/${clip.id}`, { method: 'DELETE' })).status).toBe(204);
    await expectProblem(await ask(`/clips/${clip.id}/strip/0`), 404, /no clip/);
  });

  test('a file that is no clip is refused', async () => {
    const answer = await ask('/projects/p/clips?name=a.mp4', { method: 'POST', body: 'nothing' });
    await expectProblem(answer, 422, /a\.mp4: byte 0: not a clip this program opens/);
  });
});
