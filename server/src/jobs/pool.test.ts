import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseProfile } from '@velvet-dusk/core/camera/profile';
import { afterAll, describe, expect, test } from 'vitest';
import { encodePng } from '../frames/raster.ts';
import { demoDocument, slackWater } from '../testing/fixture.ts';
import { Threads } from '@velvet-dusk/exporter/threads';
import type { JobTasks } from './tasks.ts';
import { WorkPool } from './pool.ts';
import { standardDisplay } from '@velvet-dusk/core/render/display';

const pool = new WorkPool();
afterAll(() => pool.close());
const folder = mkdtempSync(join(tmpdir(), 'dusk-lane-'));
let parts = 0;
const read = (path: string, signal?: AbortSignal) =>
  pool.frames.run(
    'readPlate',
    { path, fileName: 'a.png', framePart: join(folder, `part-${parts++}`) },
    { signal },
  );

/** An export of some seconds. */
const longExport = () => ({
  order: {
    look: slackWater,
    profile: parseProfile(demoDocument('profiles/heron.json'), 'heron'),
    role: 'combined' as const,
    display: standardDisplay,
    grid: 129,
  },
  luts: [],
  plates: [],
  part: join(folder, `part-${parts++}`),
  fileName: 'a.cube',
});

test('a frame is read while every thread for jobs is at an export', async () => {
  const path = join(folder, 'beside.png');
  writeFileSync(path, await encodePng({ width: 40, height: 20, rgb: new Float32Array(2400).fill(0.4) }));
  const controller = new AbortController();
  let over = 0;
  let begun = 0;
  const exports = Array.from({ length: pool.width + 2 }, () => {
    let isNew = true;
    const progress = () => {
      begun += Number(isNew);
      isNew = false;
    };
    return pool.exports
      .run('runExport', longExport(), { onProgress: progress, signal: controller.signal })
      .catch(() => {})
      .finally(() => over++);
  });
  await expect.poll(() => begun, { timeout: 20_000 }).toBe(pool.width);
  expect(await read(path)).toMatchObject({ width: 40, height: 20 });
  expect(over).toBe(0);
  controller.abort();
  await Promise.all(exports);
});

test('a task past its deadline ends with its thread, and the next one has its turn', async () => {
  const file = new URL('./worker.mjs', import.meta.url).href;
  const lane = new Threads<JobTasks>({ file, width: 1, deadline: 6000 });
  // A pipe that nobody writes to is read for ever.
  const [pipe, path] = [join(folder, 'pipe.cube'), join(folder, 'next.cube')];
  execFileSync('mkfifo', [pipe]);
  writeFileSync(path, 'LUT_3D_SIZE two');
  const late = lane.run('readLut', { path: pipe, fileName: 'pipe.cube' });
  const next = lane.run('readLut', { path, fileName: 'next.cube' });
  await expect(late).rejects.toThrow('it took longer than 6 s and was stopped');
  await expect(next).rejects.toThrow(/next\.cube/);
  await lane.close();
}, 30_000);

describe('reading frames', () => {
  test('thirty in line, of which some are cancelled, waiting or being read: every one is answered', async () => {
    const path = join(folder, 'a.png');
    const rgb = Float32Array.from({ length: 400 * 300 * 3 }, (_, i) => (i % 97) / 97);
    writeFileSync(path, await encodePng({ width: 400, height: 300, rgb }));
    const controllers = Array.from({ length: 30 }, () => new AbortController());
    const answers = controllers.map((c) =>
      read(path, c.signal).then(
        () => 'read',
        () => (c.signal.aborted ? 'cancelled' : 'failed'),
      ),
    );
    await answers[0];
    const some = [1, 2, 3, 7, 11, 20, 29];
    for (const i of some) {
      controllers[i].abort();
      await new Promise((r) => setTimeout(r, 15));
    }
    const ended = await Promise.all(answers);
    expect(ended).not.toContain('failed');
    // One that was read before its cancelling came is read; nobody else is touched.
    ended.forEach((how, i) => expect(some.includes(i) ? ['read', 'cancelled'] : ['read']).toContain(how));
    expect(ended).toContain('cancelled');
  });
});
