import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { makeCodec } from '../../camera/codec.ts';
import { record } from '../../camera/sensor.ts';
import { deltaE2000 } from '../../colour/deltaE2000.ts';
import { lightToLab } from '../../colour/displayLab.ts';
import { bt709 } from '../../colour/spaces/index.ts';
import { parseLook } from '../../look/document.ts';
import { applyTetrahedral } from '../../lut/apply.ts';
import { sparse } from '../../numeric/sparse.ts';
import { standardDisplay } from '../../render/display.ts';
import { compileRendering } from '../../render/rendering.ts';
import { demoScene, demoSceneNames } from '../../testing/demoScenes.ts';
import { profileOf } from '../../testing/profiles.ts';
import { bake } from '../bake.ts';
import type { RoleId } from './index.ts';

/** The look behind a conversion against the look in one file, through baked files, on the six demo scenes. */

const heron = profileOf('heron');
const scenes = demoSceneNames
  .map((name) => {
    const { width, height, rgb } = demoScene(name);
    return { name, ...sparse(rgb, width, height, 12_000) };
  })
  .map(({ name, rgb }) => ({ name, code: record(rgb, bt709, makeCodec(heron), { exposure: 0, seed: 7 }) }));

const toLab = lightToLab(bt709);

function differences(lookId: string, grid: number) {
  const look = parseLook(JSON.parse(readFileSync(`demo/looks/${lookId}.json`, 'utf8')), lookId);
  const cube = (role: RoleId) => bake({ look, profile: heron, display: standardDisplay, role, grid });
  const [combined, conversion, creative] = [cube('combined'), cube('conversion'), cube('creative-display')];
  const { toLight } = compileRendering({ ...look.rendering, ...standardDisplay });
  return scenes.map(({ name, code }) => {
    const [one, two] = [Float32Array.from(code), Float32Array.from(code)];
    applyTetrahedral(combined, one);
    applyTetrahedral(conversion, two);
    applyTetrahedral(creative, two);
    toLight(one);
    toLight(two);
    const errors = new Float64Array(one.length / 3);
    for (let i = 0; i < errors.length; i++) {
      const p = i * 3;
      errors[i] = deltaE2000(toLab(one[p], one[p + 1], one[p + 2]), toLab(two[p], two[p + 1], two[p + 2]));
    }
    errors.sort();
    const mean = errors.reduce((a, b) => a + b, 0) / errors.length;
    return { name, mean, p99: errors[Math.floor(0.99 * errors.length)] };
  });
}

/** ΔE2000 aimed for: the mean and 99 %. */
const aim = { mean: 0.5, p99: 2 };

/** Scenes that do not meet the aim at 33 points, and what they come to at most there; docs/packs.md says why. */
const known: Record<string, Record<string, { mean: number; p99: number }>> = {
  'slack-water': { 'arcade-neon': { mean: 0.3, p99: 2.5 } },
  'sodium-quay': { 'arcade-neon': { mean: 0.5, p99: 6.6 }, 'wheelhouse-overcast': { mean: 0.6, p99: 2.2 } },
  oilskin: { 'arcade-neon': { mean: 0.5, p99: 5.8 }, 'galley-tungsten': { mean: 0.5, p99: 2.4 } },
  'lamplight-negative': {
    'arcade-neon': { mean: 0.8, p99: 8.8 },
    'galley-tungsten': { mean: 0.4, p99: 3.4 },
    'marsh-noon': { mean: 0.4, p99: 3.5 },
  },
};

test.each(Object.keys(known))(
  '%s: within ΔE2000 0.5 and 2, or within what is known of the scene',
  (lookId) => {
    for (const { name, mean, p99 } of differences(lookId, 33)) {
      const most = known[lookId][name] ?? aim;
      expect(mean, `${name}, mean`).toBeLessThan(most.mean);
      expect(p99, `${name}, 99 %`).toBeLessThan(most.p99);
    }
  },
);
