import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The reference tools the checks are made against. A missing one fails the check; it is never skipped. */

/** Debian's own Python, which has OpenColorIO's module. */
const python = '/usr/bin/python3';

type Pixel = number[];

/** Asks one of the scripts beside this file. @param name without its ending. */
function ask(name: string, question: object): unknown {
  const script = fileURLToPath(new URL(`./${name}.py`, import.meta.url));
  const done = spawnSync(python, [script], {
    input: JSON.stringify(question),
    encoding: 'utf8',
    maxBuffer: 1 << 28,
  });
  if (done.status !== 0) throw new Error(`the ${name} check cannot run: ${done.stderr || done.error}`);
  return JSON.parse(done.stdout);
}

export const ocio = (transform: object, pixels: Pixel[], inverse = false): Pixel[] =>
  (ask('ocio', { transform, pixels, inverse }) as { pixels: Pixel[] }).pixels;

/** One transform as OpenColorIO bakes it into each format it writes, and what becomes of the nodes of its grid, red fastest. */
export const ocioBaked = (question: { grid: number; shaper?: number; endings: readonly string[] }) =>
  ask('bake', question) as { files: Record<string, string>; nodes: Pixel[] };

/** What OpenColorIO finds in configurations, or why it does not load one. */
interface ConfigAnswer {
  error?: string;
  looks: string[];
  spaces: string[];
  views: string[][];
}
export const ocioConfigs = (configs: readonly string[]): ConfigAnswer[] =>
  (ask('config', { configs }) as { configs: ConfigAnswer[] }).configs;

/** What docs/film.md gives for some cases, built again in numpy. */
export interface FilmAnswer {
  lights: number[];
  negative: Pixel[];
  densities: Pixel[];
  light: Pixel[];
}
export const numpyFilm = (cases: object[]): FilmAnswer[] =>
  (ask('film', { cases }) as { cases: FilmAnswer[] }).cases;

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
