import { afterAll, describe, expect, test } from 'vitest';
import { WorkPool } from './pool.ts';
import { encodePng } from '../frames/raster.ts';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const pool = new WorkPool();
afterAll(() => pool.close());
const folder = mkdtempSync(join(tmpdir(), 'dusk-lane-'));
let parts = 0;
const read = (path: string, signal?: AbortSignal) =>
  pool.readPlate({ path, fileName: 'a.png', framePart: join(folder, `part-${parts++}`) }, signal);

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
