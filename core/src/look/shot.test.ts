import { expect, test } from 'vitest';
import { makeCodec } from '../camera/codec.ts';
import { invert, transform } from '../colour/matrix.ts';
import { luminanceWeights, rgbToXyz } from '../colour/rgbSpace.ts';
import { working } from '../colour/spaces/index.ts';
import { profileOf } from '../testing/profiles.ts';
import {
  beforeContrast,
  compileShot,
  contrastGain,
  correctLight,
  neutralShot,
  runShot,
  type Shot,
} from './shot.ts';
import { shotWords } from './shotWords.ts';

const [wr, wg, wb] = luminanceWeights(working);
const luminance = (rgb: ArrayLike<number>) => wr * rgb[0] + wg * rgb[1] + wb * rgb[2];
const corrected = (shot: Partial<Shot>, light: readonly number[]) => {
  const rgb = Float32Array.from(light);
  correctLight({ ...neutralShot, ...shot })(rgb);
  return rgb;
};
const xy = (rgb: ArrayLike<number>) => {
  const [x, y, z] = transform(rgbToXyz(working), [rgb[0], rgb[1], rgb[2]]);
  return [x / (x + y + z), y / (x + y + z)];
};
const colour = [0.5, 0.12, 0.04];

test('contrast is stops out for a stop in about 18 % grey: pivot · (light / pivot)^contrast (common practice)', () => {
  for (const contrast of [0.6, 1.25, 1.8])
    for (const stops of [-6, -2, 0, 1.5, 4]) {
      const [grey] = corrected({ contrast }, Array<number>(3).fill(0.18 * 2 ** stops));
      if (stops * contrast > -8) expect(Math.log2(grey / 0.18)).toBeCloseTo(stops * contrast, 4);
    }
});

test('contrast leaves chromaticity alone, and far below mid-grey it scales evenly', () => {
  const out = corrected({ contrast: 1.5 }, colour);
  xy(out).forEach((v, i) => expect(v).toBeCloseTo(xy(colour)[i], 6));
  const dark = [-9, -12].map((s) => 0.18 * 2 ** s);
  const gains = dark.map((v) => corrected({ contrast: 0.5 }, [v, v, v])[0] / v);
  expect(gains[1]).toBeCloseTo(gains[0], 4);
  // Below black there is noise only: it stays finite and keeps its sign.
  expect(corrected({ contrast: 0.5 }, [-1e-4, -1e-4, -1e-4])[0]).toBeLessThan(0);
});

test('saturation keeps luminance and greys; at 0 nothing but luminance is left', () => {
  for (const saturation of [0, 0.5, 1.6])
    expect(luminance(corrected({ saturation }, colour))).toBeCloseTo(luminance(colour), 6);
  const grey = corrected({ saturation: 0 }, colour);
  expect(Math.max(...grey) - Math.min(...grey)).toBeLessThan(1e-6);
  corrected({ saturation: 1.6 }, [0.3, 0.3, 0.3]).forEach((v) => expect(v).toBeCloseTo(0.3, 6));
});

test('a shot is the same in camera light as in working light', () => {
  const codec = makeCodec(profileOf('plover'));
  const shot = { exposure: 0.6, mired: 20, duv: 0.003, black: 0.5, contrast: 1.3, saturation: 0.7 };
  const camera = Float32Array.from(transform(codec.fromWorking, [0.5, 0.12, 0.04]));
  runShot(compileShot(shot, codec), camera);
  const [r, g, b] = transform(invert(codec.fromWorking), [camera[0], camera[1], camera[2]]);
  corrected(shot, colour).forEach((v, i) => expect([r, g, b][i]).toBeCloseTo(v, 5));
});

test('what comes before contrast is found back', () => {
  for (const contrast of [0.5, 0.9, 1.7])
    for (const light of [1e-5, 0.002, 0.18, 3]) {
      const before = beforeContrast(contrast, light);
      expect((before * contrastGain(contrast, before)) / light).toBeCloseTo(1, 9);
    }
});

test('a shot is told by what it corrects, and a neutral one not at all', () => {
  expect(shotWords(neutralShot)).toEqual([]);
  expect(shotWords({ ...neutralShot, contrast: 1.0004, black: 0.01 })).toEqual([]);
  expect(shotWords({ ...neutralShot, contrast: 1.1, exposure: -0.5 })).toEqual(['−0.50 st', 'contrast 1.10']);
});
