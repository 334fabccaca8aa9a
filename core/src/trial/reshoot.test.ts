import { describe, expect, test } from 'vitest';
import { makeCodec } from '../camera/codec.ts';
import { record } from '../camera/sensor.ts';
import { bt709 } from '../colour/spaces/index.ts';
import { neutralShot } from '../look/shot.ts';
import { codeToLight } from '../order/end.ts';
import { sparse } from '../numeric/sparse.ts';
import { demoScene } from '../testing/demoScenes.ts';
import { profileOf } from '../testing/profiles.ts';
import { atRest } from './condition.ts';
import type { RecordedFrame } from '../recording/recordedFrame.ts';
import { reshoot } from './reshoot.ts';
import { plainRecording } from '../testing/recorded.ts';

const heron = profileOf('heron');
const wren = profileOf('wren');
const scene = demoScene('heads-and-chart');
const small = sparse(scene.rgb, scene.width, scene.height, 4000);
const recorded = (exposure: number, profile = heron) =>
  record(small.rgb, bt709, makeCodec(profile), { exposure, seed: 3, noise: 0 });
const plate: RecordedFrame = {
  ...plainRecording('heads', heron),
  width: small.width,
  height: small.height,
  code: recorded(0),
};
const rest = { ...atRest('heads', 'none'), noise: 0 };

const light = (code: Float32Array, profile = heron) => {
  const out = Float32Array.from(code);
  codeToLight(profile)(out);
  return out;
};
/** The largest difference of two pictures' light in stops, of pixels that are well above black. */
function stopsApart(a: Float32Array, b: Float32Array): number {
  let most = 0;
  for (let i = 0; i < a.length; i++)
    if (a[i] > 0.02 && b[i] > 0.02) most = Math.max(most, Math.abs(Math.log2(a[i] / b[i])));
  return most;
}

test('at rest a plate is left as it is, to the bit', () => {
  expect(reshoot(plate, { ...rest, noise: 1 }, [heron]).code).toEqual(plate.code);
});

test('over and under, it is what the camera would have recorded, but for what the first recording rounded', () => {
  for (const exposure of [-1.5, 1, 2.3]) {
    const again = reshoot(plate, { ...rest, exposure }, [heron]);
    expect(stopsApart(light(again.code), light(recorded(exposure)))).toBeLessThan(0.12);
  }
});

test('light off balance is the camera’s own light off balance', () => {
  const settings = { exposure: 0, seed: 3, noise: 0, balance: { mired: 60, duv: 0.004 } };
  const direct = record(small.rgb, bt709, makeCodec(heron), settings);
  const again = reshoot(plate, { ...rest, mired: 60, duv: 0.004 }, [heron]);
  expect(stopsApart(light(again.code), light(direct))).toBeLessThan(0.12);
});

test('another camera gives codes of its own for the same light', () => {
  const again = reshoot(plate, { ...rest, recordedBy: 'wren' }, [heron, wren]);
  expect(again.profile.id).toBe('wren');
  expect(again.shot).toEqual(neutralShot);
  expect(stopsApart(light(again.code, wren), light(recorded(0, wren), wren))).toBeLessThan(0.12);
});

test('eight bits are eight bits, and noise is the same in every run', () => {
  const eight = reshoot(plate, { ...rest, bitDepth: 8 }, [heron]).code;
  for (const v of eight.subarray(0, 300)) expect(Math.abs(v * 255 - Math.round(v * 255))).toBeLessThan(1e-4);
  const noisy = { ...rest, noise: 2 };
  expect(reshoot(plate, noisy, [heron]).code).toEqual(reshoot(plate, noisy, [heron]).code);
  expect(reshoot(plate, noisy, [heron]).code).not.toEqual(reshoot(plate, rest, [heron]).code);
});

describe('mistakes', () => {
  test('a range read wrongly moves 64 and 940 of 1023 to the ends, or the ends to them (BT.2100, table 9)', () => {
    const code = Float32Array.of(64 / 1023, 940 / 1023, 0.5, 0, 1, 0.5);
    const two = { ...plate, code, width: 2, height: 1 };
    const asNarrow = reshoot(two, { ...rest, noise: 1, rangeMistake: 'full-as-narrow' }, [heron]).code;
    expect(
      [asNarrow[0], asNarrow[1], asNarrow[3], asNarrow[4]].map((v) => Math.round(v * 1e4) / 1e4),
    ).toEqual([0, 1, 0, 1]);
    const asFull = reshoot(two, { ...rest, noise: 1, rangeMistake: 'narrow-as-full' }, [heron]).code;
    expect(asFull[3] * 1023).toBeCloseTo(64, 2);
    expect(asFull[4] * 1023).toBeCloseTo(940, 2);
  });

  test('a wrong profile leaves the codes and changes what they are taken for', () => {
    const again = reshoot(plate, { ...rest, noise: 1, readAs: 'wren' }, [heron, wren]);
    expect(again.code).toEqual(plate.code);
    expect(again.profile.id).toBe('wren');
  });

  test('a profile that is not there is named', () => {
    expect(() => reshoot(plate, { ...rest, readAs: 'gull' }, [heron])).toThrow(/no camera profile "gull"/);
  });
});
