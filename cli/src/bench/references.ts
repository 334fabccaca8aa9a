import { spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import type { Interpolation } from '@velvet-dusk/core/lut/apply';

/** What the figures are compared with. A missing program stops the benchmark; it is not left out in silence. */

export interface Samples {
  frame: string;
  width: number;
  height: number;
  cube33: string;
  cube65: string;
}

function run(command: string, args: string[], what: string): string {
  const done = spawnSync(command, args, { encoding: 'utf8' });
  if (done.status !== 0) throw new Error(`${what} cannot be measured: ${done.stderr || done.error}`);
  return done.stdout;
}

export interface OcioTimes {
  tetrahedral: number;
  trilinear: number;
  load65: number;
}

const script = fileURLToPath(new URL('./ocio.py', import.meta.url));
const ocio = (...args: string[]): unknown =>
  JSON.parse(run('/usr/bin/python3', [script, ...args], 'OpenColorIO'));

/** Milliseconds for 33³ colours from ACEScct through the ACES SDR video output. */
export const ocioOutputTime = () => ocio('output') as number;

export function ocioTimes({ frame, width, height, cube33, cube65 }: Samples): OcioTimes {
  return ocio(frame, `${width}`, `${height}`, cube33, cube65) as OcioTimes;
}

const frames = 40;

/** Milliseconds a float frame takes in FFmpeg's lut3d: a run of frames with the filter less one without. */
export function ffmpegApplyTime(s: Samples, interpolation: Interpolation): number {
  const time = (filter: string) => {
    const input = ['-f', 'rawvideo', '-pix_fmt', 'gbrpf32le', '-s', `${s.width}x${s.height}`];
    const loop = `loop=loop=${frames - 1}:size=1,${filter}`;
    const output = ['-threads', '1', '-filter_threads', '1', '-vf', loop, '-f', 'null', '-'];
    const start = performance.now();
    run('ffmpeg', ['-v', 'error', '-threads', '1', ...input, '-i', s.frame, ...output], 'FFmpeg');
    return performance.now() - start;
  };
  const median = (filter: string) => [0, 1, 2].map(() => time(filter)).sort((a, b) => a - b)[1];
  return (median(`lut3d=file=${s.cube33}:interp=${interpolation}`) - median('null')) / frames;
}
