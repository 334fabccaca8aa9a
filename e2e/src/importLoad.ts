/**
 * `npm run bench:import`: brings forty 4K 16-bit frames in through the server, as the browser does, and reports time
 * and the server's greatest resident memory (Linux counts it).
 */
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { seeded } from '@velvet-dusk/core/numeric/random';
import { encodePng } from '@velvet-dusk/server/frames/raster';
import { startDemo } from './demoServer.ts';

const size = { width: 3840, height: 2160 };
const count = Number(process.argv[2] ?? 40);

/** A frame that does not pack well: a slope with noise in every code. */
async function frame(): Promise<Uint8Array> {
  const uniform = seeded(4);
  const rgb = new Float32Array(size.width * size.height * 3);
  for (let i = 0; i < rgb.length; i++) rgb[i] = 0.1 + (0.8 * i) / rgb.length + 0.01 * uniform();
  return encodePng({ ...size, rgb });
}

const peakMegabytes = (pid: number) =>
  Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))![1]) / 1024;

const folder = mkdtempSync(join(tmpdir(), 'dusk-import-'));
const server = await startDemo(folder, 0);
try {
  const bytes = await frame();
  const before = peakMegabytes(server.pid);
  const start = performance.now();
  for (let i = 0; i < count; i++) {
    const path = `/api/projects/saltmarsh-line/plates?name=load-${i}.png&profile=heron`;
    const answer = await fetch(server.url + path, {
      method: 'POST',
      body: new Blob([new Uint8Array(bytes)]),
    });
    if (!answer.ok) throw new Error(await answer.text());
  }
  const seconds = (performance.now() - start) / 1000;
  const after = peakMegabytes(server.pid);
  process.stdout.write(
    `${count} frames of ${size.width}×${size.height}, 16 bits, ${(bytes.length / 1e6).toFixed(0)} MB each: ` +
      `${seconds.toFixed(0)} s, ${(seconds / count).toFixed(1)} s each; resident at most ${after.toFixed(0)} MB ` +
      `(${before.toFixed(0)} MB after the seed)\n`,
  );
  if (after > 1000) process.exitCode = 1;
} finally {
  await server.stop();
  rmSync(folder, { recursive: true, force: true });
}
