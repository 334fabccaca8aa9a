import { expect, test } from 'vitest';
import { recordingOf, sceneInName } from '../plate/recordingOf.ts';
import { plainRecording } from '../testing/recorded.ts';
import { profileOf } from '../testing/profiles.ts';
import { recordedFrame, thinnedFrame } from './recordedFrame.ts';

const video = profileOf('plover');
const area = { x0: 0.1, y0: 0.2, x1: 0.3, y1: 0.4 };
const stored = {
  id: 'a',
  name: 'Quay, blue hour',
  scene: 'Quay',
  shot: plainRecording('a', video).shot,
  marks: [{ id: 'm', kind: 'skin' as const, area }],
};

test('codes of 8 bits are read by the narrow range of 8 bits, whatever depth the profile writes', () => {
  const { profile, bits, marks } = recordingOf({ ...stored, facts: { usedDepth: 8 } }, video);
  expect([video.range, profile.bitDepth, bits]).toEqual(['narrow', 8, 8]);
  expect(marks).toEqual({ skin: [area], subject: [], background: [] });
});

test('where nobody knows the depth it is the one that the profile writes', () => {
  const { profile, bits } = recordingOf({ ...stored, facts: null }, video);
  expect([profile, bits]).toEqual([video, video.bitDepth]);
});

test('a thinned frame has about so many of its own pixels, and says of itself what the whole said', () => {
  const rgb = Float32Array.from({ length: 40 * 20 * 3 }, (_, i) => i);
  const whole = recordedFrame(plainRecording('a', video), { width: 40, height: 20, rgb });
  const small = thinnedFrame(whole, 50);
  expect([small.width, small.height]).toEqual([10, 5]);
  expect(small.code).toHaveLength(10 * 5 * 3);
  expect(small.code.every((v) => rgb.includes(v))).toBe(true);
  expect({ ...small, width: 40, height: 20, code: rgb }).toEqual(whole);
  expect(thinnedFrame(whole, 800)).toBe(whole);
});

test.each([
  ['Quay, blue hour, 8 bit', 'Quay'],
  ['Heads and chart', 'Heads and chart'],
  [', late', ''],
])('of "%s" the scene is "%s"', (name, scene) => {
  expect(sceneInName(name)).toBe(scene);
});
