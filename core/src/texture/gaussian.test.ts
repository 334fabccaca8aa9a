import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from 'vitest';
import { ffmpeg, temporaryFolder } from '../../reference/tools.ts';
import { writePng } from '../formats/png.ts';
import { gaussian, gaussianContrast, glow, glowContrast } from './gaussian.ts';

const [width, height] = [192, 128];
const plane = (at: (x: number, y: number) => number) =>
  Float32Array.from({ length: width * height }, (_, i) => at(i % width, Math.floor(i / width)));
const row = (values: Float32Array) => values.subarray((height / 2) * width, (height / 2 + 1) * width);

/** Error function, to 1.5e-7. Source: Abramowitz and Stegun, Handbook of Mathematical Functions, 7.1.26. */
function erf(x: number): number {
  const t = 1 / (1 + 0.3275911 * Math.abs(x));
  const poly =
    t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))));
  return Math.sign(x) * (1 - poly * Math.exp(-x * x));
}

describe.each([0.4, 0.8, 1.5, 3, 5.9, 7, 14])('a bell of %f pixels', (sigma) => {
  test('has that deviation, and keeps all light', () => {
    const spot = gaussian(
      plane((x, y) => (x === 96 && y === 64 ? 1 : 0)),
      width,
      height,
      sigma,
    );
    let [sum, variance] = [0, 0];
    spot.forEach((v, i) => {
      sum += v;
      variance += v * ((i % width) - 96) ** 2;
    });
    expect(sum).toBeCloseTo(1, 5);
    expect(Math.sqrt(variance) / sigma).toBeCloseTo(1, 2);
  });

  test('makes an edge the error function, within 2 % of its height', () => {
    const edge = row(
      gaussian(
        plane((x) => (x < 96 ? 0 : 1)),
        width,
        height,
        sigma,
      ),
    );
    edge.forEach((v, x) =>
      expect(Math.abs(v - 0.5 - erf((x - 95.5) / sigma / Math.SQRT2) / 2)).toBeLessThan(
        sigma < 0.6 ? 0.05 : 0.02,
      ),
    );
  });
});

test('equals the Gaussian blur of FFmpeg within 2 % of white', () => {
  const folder = temporaryFolder();
  const [from, to] = [join(folder, 'in.png'), join(folder, 'out.raw')];
  const blocks = plane((x, y) => (((x >> 4) + (y >> 4)) % 3) / 2);
  const rgb = new Float32Array(blocks.length * 3).map((_, i) => blocks[Math.floor(i / 3)]);
  writeFileSync(from, writePng({ width, height, rgb }));
  const filter = 'format=gbrpf32le,gblur=sigma=4:steps=6';
  ffmpeg('-i', from, '-vf', filter, '-f', 'rawvideo', '-pix_fmt', 'gbrpf32le', to);
  const theirs = readFileSync(to);
  const ours = gaussian(blocks, width, height, 4);
  let worst = 0;
  for (let y = 24; y < height - 24; y++)
    for (let x = 24; x < width - 24; x++) {
      const i = y * width + x;
      worst = Math.max(worst, Math.abs(ours[i] - theirs.readFloatLE(i * 4)));
    }
  expect(worst).toBeLessThan(0.02);
});

test('flat stays flat up to the edge, and nothing leaks out of range', () => {
  for (const v of gaussian(
    plane(() => 0.18),
    width,
    height,
    20,
  ))
    expect(v).toBeCloseTo(0.18, 6);
});

test.each([
  ['a bell', gaussian, gaussianContrast],
  ['scatter', glow, glowContrast],
] as const)('%s keeps the contrast of waves that its formula says', (_, blur, contrast) => {
  for (const wave of [12, 24, 48]) {
    const waves = plane((x) => 1 + Math.sin((2 * Math.PI * x) / wave));
    const middle = row(blur(waves, width, height, 3)).subarray(48, 48 + wave * 2);
    const left = (Math.max(...middle) - Math.min(...middle)) / 2;
    expect(left).toBeCloseTo(contrast(3, wave), 1);
  }
});
