import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { type InspectedFile, inspectedListSchema } from '@velvet-dusk/core/api/inspected';
import { writeCube } from '@velvet-dusk/core/formats/cubeWrite';
import { writeHald } from '@velvet-dusk/core/formats/hald';
import { type Cube3d, gridCodes, unitDomain } from '@velvet-dusk/core/lut/cube';
import { openServices } from './services/index.ts';
import { newFolder } from './testing/fixture.ts';
import { startAsker, startTestClient } from './testing/testClient.ts';

const client = startTestClient();
const { ask, send, expectProblem } = client;
const cube = (by = 1): Cube3d => ({
  kind: '3d',
  size: 4,
  ...unitDomain,
  data: gridCodes(4).map((v) => v * by),
  title: '',
  comments: [],
});
const put = (path: string, body: string | Uint8Array, origin = '') =>
  ask(`/projects/p/inspected?${new URLSearchParams({ path, origin })}`, {
    method: 'POST',
    body: body as BodyInit,
  });
const list = async (project = 'p') =>
  inspectedListSchema.parse(await (await ask(`/projects/${project}/inspected`)).json());
const added = async (path: string, by = 1, origin = '') =>
  (await (await put(path, writeCube(cube(by)), origin)).json()) as InspectedFile;

describe('the list of inspected LUTs', () => {
  test('takes files with their folders, keeps where they came from, and gives them back to the byte', async () => {
    const text = writeCube(cube(0.9));
    const answer = await put('maker/a/look.cube', text, 'resampled of b.cube');
    expect(answer.status).toBe(201);
    const file = (await answer.json()) as InspectedFile;
    expect(file).toMatchObject({
      path: 'maker/a/look.cube',
      size: text.length,
      origin: 'resampled of b.cube',
    });
    expect(await (await ask(`/luts/${file.sha256}`)).text()).toBe(text);
    expect(await list()).toContainEqual(file);
  });

  test('the same file twice is one; another of the same path gets another name', async () => {
    const [one, again, other] = [
      await added('same.cube', 0.8),
      await added('same.cube', 0.8),
      await added('same.cube', 0.7),
    ];
    expect(again.id).toBe(one.id);
    expect(other.path).toBe('same-2.cube');
    expect((await list()).filter((f) => f.path.startsWith('same'))).toHaveLength(2);
  });

  test('a Hald picture is taken here, and not where a look would place it', async () => {
    const hald = writeHald(cube(), 16);
    expect((await put('identity.png', hald)).status).toBe(201);
    await expectProblem(
      await ask('/luts?name=identity.png', { method: 'POST', body: hald as BodyInit }),
      422,
      /begins like no LUT/,
    );
  });

  test('what is no LUT is refused with its place, and nothing of it is kept', async () => {
    const before = await list();
    await expectProblem(await put('bad.cube', 'LUT_3D_SIZE 2\n0 0 0\nzero 0 0\n'), 422, /bad\.cube: line 3/);
    await expectProblem(await put('empty.cube', ''), 400, /no bytes/);
    expect(await list()).toEqual(before);
  });

  test.each(['../up.cube', '/etc/a.cube', 'a//b.cube', 'a\u0007.cube', ''])(
    'a path that leads elsewhere is refused: %j',
    async (path) => expectProblem(await put(path, writeCube(cube())), 422, /path/),
  );

  test('taken off, files can be put back, with their origin', async () => {
    const file = await added('off.cube', 0.6, 'clamped of on.cube');
    expect((await send('POST', '/projects/p/inspected/off', { ids: [file.id, 'nobody'] })).status).toBe(204);
    expect((await list()).map((f) => f.path)).not.toContain('off.cube');
    const { path, sha256, origin } = file;
    const back = await send('POST', '/projects/p/inspected/again', { files: [{ path, sha256, origin }] });
    expect(back.status).toBe(201);
    expect(await back.json()).toMatchObject([{ path, sha256, origin }]);
    // A stored file that is a frame is no LUT either.
    const { frameSha } = await client.services.plates.filesOf('plate');
    for (const other of ['a'.repeat(64), frameSha]) {
      const put = await send('POST', '/projects/p/inspected/again', { files: [{ path, sha256: other }] });
      await expectProblem(put, 404, /LUT/);
    }
  });

  test('a project that is not there has none', async () => {
    await expectProblem(await ask('/projects/gone/inspected'), 404, /gone/);
    await expectProblem(
      await ask('/projects/gone/inspected?path=a.cube', { method: 'POST', body: 'x' }),
      404,
      /gone/,
    );
  });

  test('a copy of a project has its list, of its own', async () => {
    await added('copied.cube', 0.5);
    const { id } = (await (await send('POST', '/projects/p/duplicate', {})).json()) as { id: string };
    const mine = (await list(id)).find((f) => f.path === 'copied.cube')!;
    expect((await send('POST', `/projects/${id}/inspected/off`, { ids: [mine.id] })).status).toBe(204);
    expect((await list()).map((f) => f.path)).toContain('copied.cube');
  });
});

test('after a restart the list is there, and its files', async () => {
  const folder = newFolder();
  const first = await startAsker(folder);
  const query = new URLSearchParams({ path: 'kept.cube' });
  const answer = await first.ask(`/projects/p/inspected?${query}`, {
    method: 'POST',
    body: writeCube(cube()),
  });
  const { sha256 } = (await answer.json()) as InspectedFile;
  await first.close();
  const second = await openServices(folder);
  expect(await second.inspected.list('p')).toMatchObject([{ path: 'kept.cube', sha256 }]);
  expect(readFileSync(await second.luts.path(sha256), 'utf8')).toBe(writeCube(cube()));
  await second.close();
});
