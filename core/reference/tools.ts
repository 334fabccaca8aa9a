import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The reference tools the checks are made against. A missing one fails the check; it is never skipped. */

/** Debian's own Python, which has OpenColorIO's module. */
const python = '/usr/bin/python3';
const script = fileURLToPath(new URL('./ocio.py', import.meta.url));

type Pixel = number[];

export function ocio(transform: object, pixels: Pixel[], inverse = false): Pixel[] {
  const done = spawnSync(python, [script], {
    input: JSON.stringify({ transform, pixels, inverse }),
    encoding: 'utf8',
    maxBuffer: 1 << 28,
  });
  if (done.status !== 0) throw new Error(`OpenColorIO check cannot run: ${done.stderr || done.error}`);
  return (JSON.parse(done.stdout) as { pixels: Pixel[] }).pixels;
}

export function ffmpeg(...args: string[]): void {
  execFileSync('ffmpeg', ['-v', 'error', '-y', ...args], { stdio: ['ignore', 'ignore', 'inherit'] });
}

export const temporaryFolder = () => mkdtempSync(join(tmpdir(), 'dusk-check-'));

export const toPixels = (buffer: Float32Array): Pixel[] =>
  Array.from({ length: buffer.length / 3 }, (_, i) => Array.from(buffer.subarray(i * 3, i * 3 + 3)));

/** The largest difference between our buffer and the reference's pixels. */
export function worstDifference(ours: Float32Array, theirs: Pixel[]): number {
  return theirs.reduce(
    (worst, p, i) => p.reduce((w, v, c) => Math.max(w, Math.abs(v - ours[i * 3 + c])), worst),
    0,
  );
}
