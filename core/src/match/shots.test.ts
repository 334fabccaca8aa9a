import { describe, expect, test } from 'vitest';
import { makeCodec } from '../camera/codec.ts';
import { record } from '../camera/sensor.ts';
import type { Vec3 } from '../colour/matrix.ts';
import { bt709 } from '../colour/spaces/index.ts';
import { newLook } from '../look/document.ts';
import { correctLight, neutralShot, type Shot } from '../look/shot.ts';
import { sparse } from '../numeric/sparse.ts';
import { codeToLight } from '../order/end.ts';
import { compileRendering } from '../render/rendering.ts';
import { demoScene, demoSceneNames } from '../testing/demoScenes.ts';
import { onStandard } from '../testing/onStandard.ts';
import { photographs } from '../testing/photographs.ts';
import { profileOf } from '../testing/profiles.ts';
import type { MatchBasis } from './shotBases.ts';
import { matchShot, type ShotMatch, type ShotPlate } from './shots.ts';

const rendering = compileRendering(onStandard(newLook('Rest')).rendering);

interface Scene {
  rgb: Float32Array;
  width: number;
  height: number;
}
/** Scenes the program ships, and made photographs that no part of a match was fitted on; linear BT.709. */
const scenes = new Map<string, Scene>([
  ...demoSceneNames.map((name) => [name, demoScene(name)] as const),
  ...photographs.map(
    ({ name, codes, ...size }) => [name, { ...size, rgb: codes.map((v) => v ** 2.4) }] as const,
  ),
]);

/** The middle of a scene, so much of its width and height. */
function reframed({ rgb, width, height }: Scene, share: number): Scene {
  const [w, h] = [width, height].map((v) => Math.floor(v * share));
  const [left, top] = [Math.floor((width - w) / 3), Math.floor((height - h) / 2)];
  const out = new Float32Array(w * h * 3);
  for (let y = 0; y < h; y++) {
    const from = ((y + top) * width + left) * 3;
    out.set(rgb.subarray(from, from + w * 3), y * w * 3);
  }
  return { rgb: out, width: w, height: h };
}

/** Pixels that are compared. */
const pixels = 1000;

/** A scene as a camera recorded it, off by so much. */
function recorded(scene: Scene, camera: string, off: Partial<Shot> = {}, seed = 1): ShotPlate {
  const profile = profileOf(camera);
  const { exposure = 0, mired = 0, duv = 0, ...behind } = off;
  const some = sparse(scene.rgb, scene.width, scene.height, pixels).rgb;
  const light = record(some, bt709, makeCodec(profile), { exposure, balance: { mired, duv }, seed });
  codeToLight(profile)(light);
  correctLight({ ...neutralShot, ...behind })(light);
  return { light, shot: neutralShot, marked: {} };
}
const matched = (hero: ShotPlate, plate: ShotPlate, basis: MatchBasis = 'frame'): ShotMatch => {
  const answer = matchShot(hero, plate, basis, rendering);
  if ('refused' in answer) throw new Error(answer.refused);
  return answer;
};

const seeds = [
  { exposure: 0.8, mired: 35, duv: 0.004 },
  { exposure: -1.2, mired: -40, duv: -0.003 },
];

describe.each([...scenes])('%s, recorded again by another camera', (_, scene) => {
  const hero = recorded(scene, 'heron');
  test.each(seeds)(
    'off by $exposure stop and $mired mired it is found back within 0.1 stop and 5 mired',
    (off) => {
      const { shot, before, after, isDoubtful } = matched(hero, recorded(scene, 'plover', off, 2));
      expect(Math.abs(shot.exposure + off.exposure)).toBeLessThan(0.1);
      expect(Math.abs(shot.mired + off.mired)).toBeLessThan(5);
      expect(Math.abs(shot.duv + off.duv)).toBeLessThan(0.002);
      expect(after).toBeLessThan(before / 4);
      expect(isDoubtful).toBe(false);
    },
  );
});

test('flat contrast and flare are told from exposure', () => {
  const scene = scenes.get('marsh-noon')!;
  const off = { exposure: -0.5, mired: -30, black: -0.6, contrast: 0.85 };
  const { shot, after } = matched(recorded(scene, 'heron'), recorded(scene, 'plover', off, 2));
  expect(Math.abs(shot.contrast * off.contrast - 1)).toBeLessThan(0.03);
  expect(shot.black).toBeGreaterThan(0.6);
  expect(after).toBeLessThan(1);
});

test.each([...scenes.keys()])('%s, framed anew, is a guess, and leaves contrast and flare alone', (name) => {
  const scene = scenes.get(name)!;
  const moved = reframed(scene, 0.8);
  const { shot, isDoubtful } = matched(recorded(scene, 'heron'), recorded(moved, 'plover', seeds[0], 2));
  expect(isDoubtful).toBe(true);
  expect([shot.contrast, shot.black]).toEqual([1, 0]);
});

describe('by what is marked', () => {
  const [skin, card]: Vec3[] = [
    [0.42, 0.24, 0.17],
    [0.18, 0.18, 0.18],
  ];
  const off = { ...neutralShot, exposure: 0.6, mired: 25, duv: -0.003 };
  const seen = (light: Vec3, shot: Shot): Vec3 => {
    const rgb = Float32Array.from(light);
    correctLight(shot)(rgb);
    return [rgb[0], rgb[1], rgb[2]];
  };
  const scene = scenes.get('heads-and-chart')!;
  const hero = {
    ...recorded(scene, 'heron'),
    marked: { skin: { light: skin }, greyCard: { light: card }, neutral: { light: card } },
  };
  // Other things in the frame: only what is marked says how far it is off.
  const other = recorded(reframed(scene, 0.5), 'heron');
  const plate = {
    ...other,
    marked: {
      skin: { light: seen(skin, off) },
      greyCard: { light: seen(card, off) },
      neutral: { light: seen([0.5, 0.5, 0.5], off) },
    },
  };

  test.each(['skin', 'greyCard', 'neutral'] as const)('%s comes to look as on the hero', (basis) => {
    const { shot, after } = matched(hero, plate, basis);
    const [before, there] = [hero, plate].map((p, i) => seen(p.marked[basis].light, i === 0 ? p.shot : shot));
    const ratio = there.map((v, c) => Math.log2(v / before[c]));
    expect(Math.max(...ratio) - Math.min(...ratio)).toBeLessThan(0.02);
    if (basis === 'neutral') expect(shot.exposure).toBe(0);
    else {
      expect(Math.abs(ratio[1])).toBeLessThan(0.02);
      expect(after).toBeLessThan(0.5);
    }
  });

  test('corrections of the hero count, and those that are not solved stay', () => {
    const lit = { ...hero, shot: { ...neutralShot, exposure: 1 } };
    const flat = { ...plate, shot: { ...neutralShot, contrast: 0.9, saturation: 1.1 } };
    const { shot } = matched(lit, flat, 'greyCard');
    expect([shot.contrast, shot.saturation]).toEqual([0.9, 1.1]);
    expect(seen(plate.marked.greyCard.light, shot)[1]).toBeCloseTo(0.36, 2);
  });

  test('what is not marked is said, with the plate that lacks it', () => {
    expect(matchShot(hero, other, 'skin', rendering)).toEqual({
      refused: 'Skin is not marked on this plate.',
    });
    expect(matchShot(other, plate, 'greyCard', rendering)).toEqual({
      refused: 'Grey card is not marked on the hero.',
    });
    const burnt = { ...plate, marked: { skin: { unfit: 'It is clipped.' } } };
    expect(matchShot(hero, burnt, 'skin', rendering)).toEqual({ refused: 'Skin: It is clipped.' });
  });
});
