import { expect, test } from 'vitest';
import { makeCodec } from '../camera/codec.ts';
import { atDepth } from '../camera/profile.ts';
import { neutralShot } from '../look/shot.ts';
import { profileOf } from '../testing/profiles.ts';
import { compileEnd, sceneEnd } from './end.ts';
import { recordedIn } from '../recording/recordedFrame.ts';
import { plateCodes } from './plateCodes.ts';

const heron = profileOf('heron');
const input = compileEnd(sceneEnd(heron), { preset: 'standard', gamutFit: 'soft' });
const video = profileOf('plover');
const linear = [0.02, 0.18, 0.7];
const code = (bits: number) => makeCodec(atDepth(video, bits)).encode;

test('a plate of 8 bits in narrow range is taken as 8 bits are counted (ITU-R BT.709-6, item 4.6), wherever it is proved', () => {
  expect(video.range).toBe('narrow');
  // 16–235 of 255 are not 64–940 of 1023.
  expect(Math.abs(code(8)(0.18) - code(10)(0.18))).toBeGreaterThan(5e-4);
  for (const usedDepth of [8, 10]) {
    const codes = Float32Array.from(linear.flatMap((x) => Array<number>(3).fill(code(usedDepth)(x))));
    const got = plateCodes([{ code: codes, ...recordedIn(video, usedDepth), shot: neutralShot }], input);
    linear.forEach((x, i) => expect(got[i * 3 + 1]).toBeCloseTo(makeCodec(heron).encode(x), 4));
  }
});

test('plates stand one after the other, each under its own shot', () => {
  const grey = makeCodec(heron).encode(0.18);
  const one = { code: Float32Array.of(grey, grey, grey), ...recordedIn(heron, null) };
  const got = plateCodes(
    [
      { ...one, shot: neutralShot },
      { ...one, shot: { ...neutralShot, exposure: 1 } },
    ],
    input,
  );
  expect(got[1]).toBeCloseTo(grey, 5);
  expect(got[4]).toBeCloseTo(makeCodec(heron).encode(0.36), 5);
});
