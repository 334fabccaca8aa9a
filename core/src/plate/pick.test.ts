import { describe, expect, test } from 'vitest';
import { makeCodec } from '../camera/codec.ts';
import { record } from '../camera/sensor.ts';
import { transformBuffer } from '../colour/matrix.ts';
import { rgbToRgb } from '../colour/rgbSpace.ts';
import { bt709, working } from '../colour/spaces/index.ts';
import { shrink } from '../formats/frameScale.ts';
import { neutralShot } from '../look/shot.ts';
import { seen } from '../look/steps/seenColour.ts';
import type { Area } from '../recording/areas.ts';
import { demoScene, demoSceneNames } from '../testing/demoScenes.ts';
import { photographs } from '../testing/photographs.ts';
import { profileOf } from '../testing/profiles.ts';
import { boxOutline, type BoxKind } from './marks.ts';
import { measureArea } from './measure.ts';
import { pickArea, refusedAs, suggestPicks } from './pick.ts';

const codec = makeCodec(profileOf('heron'));
const recordedAs = (rgb: Float32Array, exposure = 0) => record(rgb, bt709, codec, { exposure, seed: 4 });
const read = (frame: Parameters<typeof measureArea>[0], area: Area) =>
  measureArea(frame, boxOutline(area), codec);

describe('a box about a click', () => {
  const [width, height] = [200, 100];
  /** An even grey with a bright disc on it. */
  const light = new Float32Array(width * height * 3).fill(0.1);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      if (Math.hypot(x - 60, y - 50) < 14) light.fill(0.5, (y * width + x) * 3, (y * width + x) * 3 + 3);
  const frame = { width, height, rgb: recordedAs(light) };

  test('grows over what is even, and ends where that ends', () => {
    const onDisc = pickArea(frame, 60 / width, 50 / height, codec);
    expect(onDisc.x1 - onDisc.x0).toBeLessThan(28 / width);
    expect(read(frame, onDisc).stops).toBeCloseTo(Math.log2(0.5 / 0.18), 1);
    const onGrey = pickArea(frame, 0.7, 0.5, codec);
    expect(onGrey.x1 - onGrey.x0).toBeGreaterThan(0.06);
    expect(read(frame, onGrey).stops).toBeCloseTo(Math.log2(0.1 / 0.18), 1);
  });

  test('stays inside the picture at its edges', () => {
    const corner = pickArea(frame, 0.999, 0, codec);
    for (const v of Object.values(corner)) expect(v >= 0 && v <= 1).toBe(true);
    expect(corner.x1).toBeGreaterThan(corner.x0);
  });
});

test('what is clipped is no neutral, no card and no skin, and is told why; black may be as dark as it is', () => {
  const burnt = { width: 20, height: 20, rgb: recordedAs(new Float32Array(1200).fill(80)) };
  const dark = { width: 20, height: 20, rgb: recordedAs(new Float32Array(1200).fill(0.001)) };
  const whole = { x0: 0, y0: 0, x1: 1, y1: 1 };
  const refused = (frame: typeof burnt, kind: BoxKind) => refusedAs(kind, read(frame, whole));
  for (const kind of ['neutral', 'greyCard', 'whiteCard', 'skin'] as const)
    expect(refused(burnt, kind)).toMatch(/clipped/);
  expect(refused(dark, 'neutral')).toMatch(/noise would decide/);
  expect(refused(dark, 'blackCard')).toBeUndefined();
  expect(refused(burnt, 'subject')).toBeUndefined();
});

describe('suggestions, held against the light of the scene', () => {
  const small = new Map(
    demoSceneNames.map((name) => {
      const { rgb, width, height } = demoScene(name);
      return [
        name as string,
        {
          truth: rgb,
          width,
          height,
          frame: { width: 320, height: 180, rgb: shrink(recordedAs(rgb), width, height, 320, 180) },
        },
      ];
    }),
  );
  const suggested = (name: string, kind: BoxKind) =>
    suggestPicks(small.get(name)!.frame, kind, codec, neutralShot);
  /** The true colour of an area, working RGB. */
  const trueColour = (name: string, { x0, y0, x1, y1 }: Area) => {
    const { truth, width, height } = small.get(name)!;
    const sum = new Float32Array(3);
    for (let y = Math.floor(y0 * height); y < Math.floor(y1 * height); y++)
      for (let x = Math.floor(x0 * width); x < Math.floor(x1 * width); x++)
        for (let c = 0; c < 3; c++) sum[c] += truth[(y * width + x) * 3 + c];
    transformBuffer(rgbToRgb(bt709, working), sum);
    return seen(sum.map((v) => v / ((x1 - x0) * width * (y1 - y0) * height)));
  };

  test.each(demoSceneNames)('%s: every neutral that is suggested is nearly one', (name) => {
    const found = suggested(name, 'neutral');
    for (const area of found) expect(trueColour(name, area).saturation).toBeLessThan(0.045);
  });

  test('in white light there are three, apart; under coloured light none rather than a wrong one', () => {
    const white = ['heads-and-chart', 'marsh-noon', 'wheelhouse-overcast'];
    for (const name of demoSceneNames)
      expect(suggested(name, 'neutral'), name).toHaveLength(white.includes(name) ? 3 : 0);
  });

  test('white is the lightest of the neutrals, black the darkest place', () => {
    const stops = (kind: BoxKind) =>
      suggested('heads-and-chart', kind).map((a) => trueColour('heads-and-chart', a).stops);
    const [[white], [black]] = [stops('whiteCard'), stops('blackCard')];
    for (const s of stops('neutral')) {
      expect(white).toBeGreaterThanOrEqual(s - 0.1);
      expect(black).toBeLessThanOrEqual(s);
    }
  });

  test('a picture of petals has no neutral, and a subject is for a person to say', () => {
    const { codes, ...size } = photographs.find((p) => p.name === 'blossom')!;
    const frame = { ...size, rgb: recordedAs(codes.map((v) => v ** 2.4)) };
    expect(suggestPicks(frame, 'neutral', codec, neutralShot)).toEqual([]);
    expect(suggestPicks(frame, 'subject', codec, neutralShot)).toEqual([]);
  });
});
