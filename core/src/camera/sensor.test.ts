import { expect, test } from 'vitest';
import { readFileSync } from 'node:fs';
import { transformBuffer } from '../colour/matrix.ts';
import { bt709 } from '../colour/spaces/index.ts';
import { makeCodec } from './codec.ts';
import { stopsToLinear } from '../colour/exposure.ts';
import { parseProfile } from './profile.ts';
import { record } from './sensor.ts';

const heron = makeCodec(
  parseProfile(
    JSON.parse(readFileSync(new URL('../../../demo/profiles/heron.json', import.meta.url), 'utf8')),
    'heron',
  ),
);
const card = (level: number, pixels = 20_000) => new Float32Array(pixels * 3).fill(level);
const mean = (a: Float32Array) => a.reduce((x, y) => x + y, 0) / a.length;
const deviation = (a: Float32Array) => {
  const m = mean(a);
  return Math.sqrt(a.reduce((s, x) => s + (x - m) ** 2, 0) / a.length);
};

test('the same seed gives the same frame, another seed another', () => {
  const scene = card(0.18, 100);
  const settings = { exposure: 0, seed: 4 };
  expect(record(scene, bt709, heron, settings)).toEqual(record(scene, bt709, heron, settings));
  expect(record(scene, bt709, heron, { exposure: 0, seed: 5 })).not.toEqual(
    record(scene, bt709, heron, settings),
  );
  expect(scene[0]).toBeCloseTo(0.18, 6);
});

test('without noise a grey card lands on the profile’s own code, a stop over on the next', () => {
  for (const exposure of [-2, 0, 1.3]) {
    const code = record(card(0.18, 1), bt709, heron, { exposure, seed: 1, noise: 0 });
    const wanted = Math.round(heron.encode(0.18 * 2 ** exposure) * 1023) / 1023;
    code.forEach((v) => expect(v).toBeCloseTo(wanted, 6));
  }
});

test('every code is a whole code of ten bits', () => {
  record(card(0.3, 3000), bt709, heron, { exposure: 0, seed: 2 }).forEach((v) => {
    expect(Math.abs(v * 1023 - Math.round(v * 1023))).toBeLessThan(1e-3);
  });
});

test('the sensor clips at its clip stop', () => {
  const code = record(card(stopsToLinear(9), 10), bt709, heron, { exposure: 0, seed: 1 });
  code.forEach((v) => expect(v).toBeCloseTo(Math.round(heron.clipCode * 1023) / 1023, 6));
});

test('photon noise: the deviation at grey is the root of its photons (Poisson, common practice)', () => {
  const code = record(card(0.18), bt709, heron, { exposure: 0, seed: 8 });
  const linear = code.map(heron.decode);
  const { photonsAtGrey, readNoise } = heron.profile.sensitivities[0];
  const expected = (0.18 * Math.sqrt(photonsAtGrey + readNoise ** 2)) / photonsAtGrey;
  // Quantising adds a twelfth of a squared code.
  expect(Math.abs(deviation(linear) / expected - 1)).toBeLessThan(0.06);
});

test('a higher setting on one base is noisier; the second base is cleaner than the first pushed to it', () => {
  const at = (sensitivity: number) =>
    deviation(record(card(0.18), bt709, heron, { exposure: 0, sensitivity, seed: 3 }));
  expect(at(1600)).toBeGreaterThan(at(800) * 1.2);
  expect(at(3200)).toBeLessThan(at(3199));
});

test('a warm balance error reddens a grey card', () => {
  const balance = { mired: 60, duv: 0 };
  const code = record(card(0.18, 1), bt709, heron, { exposure: 0, seed: 1, noise: 0, balance });
  const linear = code.map(heron.decode);
  transformBuffer(heron.toWorking, linear);
  expect(linear[0]).toBeGreaterThan(linear[1]);
  expect(linear[1]).toBeGreaterThan(linear[2]);
});

test('8 and 12 bits are written as whole codes of their depth, on one signal', () => {
  for (const bitDepth of [8, 12] as const) {
    const top = 2 ** bitDepth - 1;
    const code = record(card(0.3, 300), bt709, heron, { exposure: 0, seed: 2, noise: 0, bitDepth });
    code.forEach((v) => expect(v * top).toBeCloseTo(Math.round(heron.encode(0.3) * top), 3));
  }
});

test('pushed above its base the sensor clips higher, as far as the code goes; pulled, lower', () => {
  const bright = (sensitivity: number) => {
    const code = record(card(stopsToLinear(12), 1), bt709, heron, { exposure: 0, sensitivity, seed: 1 });
    return Math.log2(heron.decode(code[0]) / 0.18);
  };
  expect(bright(800)).toBeCloseTo(6.5, 1);
  expect(bright(400)).toBeCloseTo(5.5, 1);
  expect(bright(1130)).toBeCloseTo(7, 1);
  expect(bright(1600)).toBeCloseTo(Math.log2(heron.decode(1) / 0.18), 2);
  expect(bright(3200)).toBeCloseTo(6.5, 1);
});

test('white of a narrow range is 235 in 8 bits, 940 in 10, 3760 in 12 (ITU-R BT.709-6 item 4.6)', () => {
  const curve = { family: 'videoGamma', standard: 'bt709' } as const;
  const narrow = makeCodec({ ...heron.profile, curve, range: 'narrow', bitDepth: 10 });
  for (const [bitDepth, white, black] of [
    [8, 235, 16],
    [10, 940, 64],
    [12, 3760, 256],
  ] as const) {
    const at = (light: number) => {
      const scene = card(light, 1);
      const same = { ...bt709, primaries: narrow.profile.primaries, white: narrow.profile.white };
      const [code] = record(scene, same, narrow, { exposure: 0, seed: 1, noise: 0, bitDepth });
      return Math.round(code * (2 ** bitDepth - 1));
    };
    expect([at(1), at(0)]).toEqual([white, black]);
  }
});
