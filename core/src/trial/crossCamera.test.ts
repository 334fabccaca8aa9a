import { describe, expect, test } from 'vitest';
import type { Profile } from '../camera/profile.ts';
import { makeCodec } from '../camera/codec.ts';
import { record } from '../camera/sensor.ts';
import { lightToLab } from '../colour/displayLab.ts';
import { bt709 } from '../colour/spaces/index.ts';
import { newLook } from '../look/document.ts';
import { compileBake } from '../order/bake.ts';
import { sparse } from '../numeric/sparse.ts';
import { standardDisplay } from '../render/display.ts';
import { compileRendering } from '../render/rendering.ts';
import { demoScene } from '../testing/demoScenes.ts';
import { profileOf } from '../testing/profiles.ts';
import { compareCameras, comparePairs, type Lab } from './crossCamera.ts';

const scene = demoScene('heads-and-chart');
const small = sparse(scene.rgb, scene.width, scene.height, 3000);
const look = { ...newLook('Neutral'), steps: [] };
const { toLight, output } = compileRendering({ ...look.rendering, ...standardDisplay });
const toLab = lightToLab(output.space);

/** The scene as a camera shows it. @param profile it is read by, where that is another than the one that recorded. */
function shown(camera: Profile, profile = camera): Lab[] {
  const rgb = record(small.rgb, bt709, makeCodec(camera), { exposure: 0, seed: 5, noise: 0 });
  compileBake({ look, profile, display: standardDisplay, role: 'combined' }).run(rgb);
  toLight(rgb);
  return Array.from({ length: rgb.length / 3 }, (_, i) => toLab(rgb[i * 3], rgb[i * 3 + 1], rgb[i * 3 + 2]));
}

const cameras = ['heron', 'wren', 'plover', 'curlew'].map(profileOf);

describe('the same scene through several cameras', () => {
  test('a neutral look shows it alike: ΔE2000 under 1 in the mean for every pair', () => {
    const pairs = comparePairs(cameras.map((c) => [c.id, shown(c)] as const));
    expect(pairs).toHaveLength(6);
    for (const { a, b, mean } of pairs) expect(mean, `${a} and ${b}`).toBeLessThan(1);
  });

  test('a wrong matrix stands out, and the patches say where', () => {
    const wren = profileOf('wren');
    // Green taken for redder than it is, as by a slip of a digit.
    const wrong = { ...wren, primaries: { ...wren.primaries, green: [0.365, 0.59] as [number, number] } };
    const patches = [
      { name: 'first', at: 0 },
      { name: 'last', at: small.rgb.length / 3 - 1 },
    ];
    const right = compareCameras(['heron', shown(cameras[0])], ['wren', shown(wren)], patches);
    const off = compareCameras(['heron', shown(cameras[0])], ['wren', shown(wren, wrong)], patches);
    expect(off.mean).toBeGreaterThan(3 * right.mean);
    expect(off.p95).toBeGreaterThan(off.mean);
    expect(off.patches[0].deltaE).toBeGreaterThanOrEqual(off.patches[1].deltaE);
  });

  test('a shift of everything alike is told as one', () => {
    const labs: Lab[] = [
      [40, 5, 5],
      [60, -10, 20],
      [75, 0, 0],
    ];
    const lighter = labs.map(([l, a, b]): Lab => [l + 6, a, b]);
    const { offset } = compareCameras(['a', labs], ['b', lighter]);
    expect(offset.l).toBeCloseTo(6, 9);
    expect(offset.share).toBeGreaterThan(0.99);
  });
});
