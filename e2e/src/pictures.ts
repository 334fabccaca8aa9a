import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect } from '@playwright/test';
import { type Frame, parsePng } from '@velvet-dusk/core/formats/png';
import type { Bench } from './bench.ts';

const cli = fileURLToPath(new URL('../../.build/dusk.mjs', import.meta.url));

export const temporary = (name: string) => join(mkdtempSync(join(tmpdir(), 'dusk-pictures-')), name);

function run(command: string, args: string[]): void {
  const done = spawnSync(command, args, { encoding: 'utf8' });
  if (done.status !== 0) throw new Error(`${command} ${args.join(' ')}: ${done.stderr}`);
}

/** The demo's recorded frame of a plate, as the server keeps it. */
export async function fetchFrame(url: string, plate: string): Promise<string> {
  const file = temporary(`${plate}.png`);
  writeFileSync(file, Buffer.from(await (await fetch(`${url}/api/plates/${plate}/frame.png`)).arrayBuffer()));
  return file;
}

export function applyByCli(cube: string, frame: string): Frame {
  const out = temporary('cli.png');
  run(process.execPath, [cli, 'apply', '--cube', cube, '--in', frame, '--out', out]);
  return parsePng(readFileSync(out), out);
}

export function applyByFfmpeg(cube: string, frame: string): Frame {
  const out = temporary('ffmpeg.png');
  const filter = `lut3d=file=${cube}:interp=tetrahedral`;
  run('ffmpeg', ['-v', 'error', '-y', '-i', frame, '-vf', filter, '-pix_fmt', 'rgb48be', out]);
  return parsePng(readFileSync(out), out);
}

/** Largest difference of two pictures of one size, in units of 1. */
export function worstOf(a: Frame, b: Frame): number {
  return a.rgb.reduce((worst, v, i) => Math.max(worst, Math.abs(v - b.rgb[i])), 0);
}

/** Largest difference of two screens of the viewer, in codes of 8 bits; tags at the top are left out. */
export function screenDifference(a: Frame, b: Frame): number {
  expect([b.width, b.height]).toEqual([a.width, a.height]);
  const from = tagHeight * a.width * 3;
  return Math.round(worstOf({ ...a, rgb: a.rgb.subarray(from) }, { ...b, rgb: b.rgb.subarray(from) }) * 255);
}

/** Rows at the top and sides that tags lie over are left out. */
const tagHeight = 44;

/**
 * Largest difference, in codes of 8 bits, between the viewer at 1:1 and a picture, over sampled pixels.
 * The picture is rounded to 8 bits first, as the screen is.
 */
export async function viewerDifference(bench: Bench, picture: Frame, step = 3): Promise<number> {
  const screen = await bench.screen();
  if (screen.scale !== 1) throw new Error(`the viewer shows ${screen.scale}:1`);
  let worst = 0;
  for (let y = tagHeight; y < screen.height; y += step)
    for (let x = 0; x < screen.width; x += step)
      for (let c = 0; c < 3; c++) {
        const [px, py] = [x - screen.origin[0], y - screen.origin[1]];
        if (px < 0 || py < 0 || px >= picture.width || py >= picture.height) continue;
        const ours = Math.round(screen.rgb[(y * screen.width + x) * 3 + c] * 255);
        const theirs = Math.round(picture.rgb[(py * picture.width + px) * 3 + c] * 255);
        worst = Math.max(worst, Math.abs(ours - theirs));
      }
  return worst;
}
