import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { beforeAll, expect, test } from 'vitest';
import { decode } from 'fast-png';
import type { Clip, LookRecord } from '@velvet-dusk/core/api/contract';
import { isOver, type Job } from '@velvet-dusk/core/api/jobs';
import { writeCube } from '@velvet-dusk/core/formats/cubeWrite';
import { bake } from '@velvet-dusk/core/order/bake';
import { standardDisplay } from '@velvet-dusk/core/render/display';
import { profileOf } from '@velvet-dusk/core/testing/profiles';
import { outOfBand, parseClipReadings } from '@velvet-dusk/core/trial/clip';
import { startTestClient } from './testing/testClient.ts';

/** A look over the frames of a clip: readings, a strip, and a proof clip that FFmpeg itself would grade alike. */

const client = startTestClient();
const folder = mkdtempSync(join(tmpdir(), 'clip-'));
const ffmpeg = (...args: string[]) => execFileSync('ffmpeg', ['-v', 'error', '-y', ...args]);
const size = { width: 64, height: 36, frames: 12 };
const source = join(folder, 'ramp.mkv');

beforeAll(() => {
  // A grey ramp that moves, in 10-bit R'G'B', so that no matrix stands between the codes and the file.
  const shade = 'mod(X*12+N*20,1023)';
  ffmpeg(
    ...[
      '-f',
      'lavfi',
      '-i',
      `nullsrc=s=${size.width}x${size.height}:r=24:d=0.5,format=gbrp10le,geq=r='${shade}':g='${shade}':b='${shade}'`,
    ],
    ...['-c:v', 'ffv1', '-frames:v', String(size.frames), source],
  );
});

async function open(path: string): Promise<Clip> {
  const answer = await client.ask('/projects/p/clips?name=ramp.mkv', {
    method: 'POST',
    body: readFileSync(path),
  });
  expect(answer.status).toBe(201);
  return (await answer.json()) as Clip;
}
const order = (clipId: string, more: object) =>
  client.send('POST', '/projects/p/clip-trials', { clipId, lookId: 'look', profileId: 'heron', ...more });
async function until(id: string, holds: (job: Job) => boolean): Promise<Job> {
  for (;;) {
    const job = (await (await client.ask(`/jobs/${id}`)).json()) as Job;
    if (holds(job)) return job;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
}
async function fileOf(job: Job, ending: string): Promise<string> {
  const { id, name } = job.artefacts.find((a) => a.name.endsWith(ending))!;
  const path = join(folder, name);
  writeFileSync(path, Buffer.from(await (await client.ask(`/artefacts/${id}/file`)).arrayBuffer()));
  return path;
}
/** Frames of a clip as 8-bit RGB, by FFmpeg. */
const framesOf = (path: string, filter = 'null') =>
  execFileSync(
    'ffmpeg',
    ['-v', 'error', '-i', path, '-vf', filter, '-pix_fmt', 'rgb24', '-f', 'rawvideo', '-'],
    {
      maxBuffer: 1e8,
    },
  );

test('every frame is measured and drawn, and the proof clip is what FFmpeg’s own lut3d makes of the baked cube', async () => {
  const clip = await open(source);
  const { id } = (await (await order(clip.id, { proof: 'plain' })).json()) as Job;
  const job = await until(id, (j) => isOver(j.state));
  expect(job).toMatchObject({ state: 'done', kind: 'clip', subject: { clipName: 'ramp.mkv' } });
  const readings = parseClipReadings(
    JSON.parse(readFileSync(await fileOf(job, 'readings.json'), 'utf8')),
    'readings',
  );
  expect(readings.frames.map((f) => f.frame)).toEqual(Array.from({ length: size.frames }, (_, i) => i));
  // The ramp climbs: from one frame on its highlights clip, and to the last they stay so.
  const stretch = outOfBand(readings).find((s) => s.id === 'clipped')!;
  expect(stretch.from).toBeGreaterThan(0);
  expect(stretch.from).toBeLessThan(6);
  expect(stretch.to).toBe(size.frames - 1);
  const strip = decode(readFileSync(await fileOf(job, 'strip.png')));
  expect([strip.width, strip.height]).toEqual([size.width * 12, size.height]);

  const look = (await (await client.ask('/looks/look')).json()) as LookRecord;
  const cube = join(folder, 'look.cube');
  const baked = bake({
    look: look.document,
    profile: profileOf('heron'),
    role: 'combined',
    display: standardDisplay,
    grid: 33,
  });
  writeFileSync(cube, writeCube(baked));
  const ours = framesOf(await fileOf(job, '.mp4'));
  const theirs = framesOf(source, `lut3d=file=${cube}:interp=tetrahedral`);
  expect(ours.length).toBe(theirs.length);
  let sum = 0;
  for (let i = 0; i < ours.length; i++) sum += Math.abs(ours[i] - theirs[i]);
  // H.264 at this quality keeps within two codes of 255 in the mean.
  expect(sum / ours.length).toBeLessThan(2);
  const graded = framesOf(source);
  let moved = 0;
  for (let i = 0; i < ours.length; i++) moved += Math.abs(ours[i] - graded[i]);
  expect(moved / ours.length).toBeGreaterThan(10);
  // Its file stays while a job names it.
  await client.ask(`/clips/${clip.id}`, { method: 'DELETE' });
  expect(await client.services.files.has((await client.services.jobs.get(id)).artefacts[0].sha256)).toBe(
    true,
  );
});

test('a clip that does not say how long it is is measured at no more frames than one that does', async () => {
  const endless = join(folder, 'endless.mkv');
  // Written to a pipe, the file is never gone back to, and no length is put in.
  const source = ['-f', 'lavfi', '-i', `nullsrc=s=16x16:r=24,format=gbrp10le,geq=r=N:g=N:b=N`];
  const bytes = execFileSync(
    'ffmpeg',
    ['-v', 'error', ...source, '-frames:v', '500', '-c:v', 'ffv1', '-f', 'matroska', '-'],
    { maxBuffer: 1e8 },
  );
  writeFileSync(endless, bytes);
  const clip = await open(endless);
  expect(clip.facts.duration).toBe(0);
  const { id } = (await (await order(clip.id, { proof: 'none' })).json()) as Job;
  const job = await until(id, (j) => isOver(j.state));
  expect(job.state).toBe('done');
  const path = await fileOf(job, '.json');
  const { frames } = parseClipReadings(JSON.parse(readFileSync(path, 'utf8')), 'readings');
  // Of 500 frames, every fourth: every second would be 250.
  expect(frames.map((f) => f.frame)).toEqual(Array.from({ length: 125 }, (_, i) => i * 4));
});

test('cancelled, it leaves nothing; a clip or look that is not there is refused in words', async () => {
  const long = join(folder, 'long.mkv');
  ffmpeg('-f', 'lavfi', '-i', 'testsrc2=s=640x360:r=24:d=20', '-c:v', 'ffv1', long);
  const clip = await open(long);
  const { id } = (await (await order(clip.id, { proof: 'textured' })).json()) as Job;
  await until(id, (j) => j.state === 'running');
  await new Promise((resolve) => setTimeout(resolve, 400));
  await client.send('POST', `/jobs/${id}/cancel`, {});
  const job = await until(id, (j) => isOver(j.state));
  expect(job).toMatchObject({ state: 'cancelled', artefacts: [] });
  await client.expectProblem(await order('none', {}), 404, /none/);
  await client.expectProblem(await order(clip.id, { lookId: 'gone' }), 422, /Look "gone" is not there/);
  await client.expectProblem(await order(clip.id, { profileId: 'gone' }), 422, /Profile "gone" is not there/);
  await client.expectProblem(await order(clip.id, { proof: 'loud' }), 422, /proof/);
});
