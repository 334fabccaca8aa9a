import { createHash } from 'node:crypto';
import { rm } from 'node:fs/promises';
import { expect, test } from 'vitest';
import type { ImportedLut, Project } from '@velvet-dusk/core/api/contract';
import { writePng } from '@velvet-dusk/core/formats/png';
import { trialWidth } from '@velvet-dusk/core/trial/document';
import { standardDisplay } from '@velvet-dusk/core/render/display';
import { awkwardFolderName, tinyFrame } from './testing/fixture.ts';
import { startTestClient } from './testing/testClient.ts';

const testClient = startTestClient();
const { ask, send, finished, expectProblem } = testClient;

const sha256 = (bytes: ArrayBuffer | Uint8Array) =>
  createHash('sha256').update(new Uint8Array(bytes)).digest('hex');
const fetched = async (path: string) => {
  const answer = await ask(path);
  expect(answer.status, path).toBe(200);
  return answer.arrayBuffer();
};
const identity = `LUT_3D_SIZE 2\n${[0, 1].flatMap((b) => [0, 1].flatMap((g) => [0, 1].map((r) => `${r} ${g} ${b}`))).join('\n')}\n`;

test('a data folder whose name has a dot, a space, an umlaut, a # and a % sends every kind of file', async () => {
  for (const awkward of ['.', ' ', 'ö', '#', '%']) expect(awkwardFolderName).toContain(awkward);
  expect(testClient.dataFolder.endsWith(awkwardFolderName)).toBe(true);

  expect(sha256(await fetched('/plates/plate/source'))).toBe(sha256(tinyFrame));
  for (const file of ['frame.png', 'frame.rgb16', 'thumb.rgb16', 'trial.rgb16'])
    expect((await fetched(`/plates/plate/${file}`)).byteLength, file).toBeGreaterThan(100);

  const taken = await ask('/luts?name=identity.cube', { method: 'POST', body: identity });
  const { lut } = (await taken.json()) as ImportedLut;
  expect(await (await ask(`/luts/${lut.sha256}`)).text()).toBe(identity);

  const { looks } = (await (await ask('/projects/p')).json()) as Project;
  const wish = { profileId: 'heron', role: 'combined', display: standardDisplay, grid: 5 };
  const order = { ...wish, revision: looks[0].revision };
  const { artefacts } = await finished(await send('POST', '/looks/look/exports', order));
  const file = await ask(`/artefacts/${artefacts[0].id}/file`);
  expect(file.headers.get('content-disposition')).toContain(artefacts[0].name);
  expect(sha256(await file.arrayBuffer())).toBe(artefacts[0].sha256);
});

test('a file that is gone is a refusal in words, for every way it is asked for', async () => {
  const { files, plates } = testClient.services;
  const frame = new Uint8Array(
    writePng({ width: trialWidth, height: 4, rgb: new Float32Array(trialWidth * 12).fill(0.3) }),
  );
  await plates.addBytes(frame, 'lost.png', { id: 'lost', projectId: 'p', name: 'Lost', profileId: 'heron' });
  const { sourceSha, frameSha, thumbSha } = await plates.row('lost');
  for (const sha of [sourceSha, frameSha, thumbSha]) await rm(files.pathOf(sha), { force: true });
  for (const file of ['source', 'frame.png', 'frame.rgb16', 'thumb.rgb16', 'trial.rgb16']) {
    const answer = await ask(`/plates/lost/${file}`);
    // Kept by a browser, a refusal would outlive what it was for.
    expect(answer.headers.get('cache-control')).toBe('no-store');
    await expectProblem(answer, 410, /missing from the data folder/);
  }
});
