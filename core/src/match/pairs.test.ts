import { describe, expect, test } from 'vitest';
import { converter, differenceCiede2000 } from 'culori';
import { compileLook } from '../look/compile.ts';
import { newLook, parseLook } from '../look/document.ts';
import { apart } from '../look/shown.ts';
import { compileRendering, standardRendering } from '../render/rendering.ts';
import { demoLight } from '../testing/demoScenes.ts';
import { onStandard } from '../testing/onStandard.ts';
import { comparePatches } from './patches.ts';
import { solveMatch } from './solve.ts';
import { withMatch } from './steer.ts';
import { pairInWords } from './words.ts';

/** Things that are marked on two pictures of different scenes. */

const rendering = compileRendering(standardRendering);
const plain = onStandard({ ...newLook('Plain'), steps: [] });
const scene = demoLight('marsh-noon', 1500);

/** The look that the reference was made with: saturation and tints of the darks and lights. */
const wanted = onStandard(
  parseLook(
    {
      ...apart(plain).look,
      steps: [
        {
          id: 'z',
          type: 'zones',
          params: { shadows: { warm: -0.4, density: 0.4 }, highlights: { warm: 0.35 } },
        },
        { id: 's', type: 'saturation', params: { amount: 0.75 } },
      ],
    },
    'wanted',
  ),
);
const shown = (light: Float32Array, look = plain) => {
  const rgb = Float32Array.from(light);
  compileLook(look).run(rgb);
  rendering.run(rgb);
  return rgb;
};
/** Another scene altogether stands in the reference. */
const reference = shown(demoLight('arcade-neon', 1500), wanted);
/** Skin, a boot, a shirt, a wall: working RGB. */
const things = Float32Array.from([0.32, 0.21, 0.15, 0.05, 0.035, 0.025, 0.6, 0.6, 0.58, 0.12, 0.16, 0.2]);
const names = ['skin', 'boot', 'shirt', 'wall'];
const pairs = { scene: things, aim: shown(things, wanted) };
const patches = (code: Float32Array) =>
  names.map((name, i) => ({ name, code: [code[i * 3], code[i * 3 + 1], code[i * 3 + 2]] as const }));

/** Mean ΔE2000 of the pairs, by culori from display code of BT.1886 taken as light by its power. */
function meanDifference(a: Float32Array, b: Float32Array): number {
  const lab = converter('lab65');
  const difference = differenceCiede2000();
  const colour = (code: Float32Array, i: number) => {
    const [r, g, bl] = [0, 1, 2].map((c) => code[i * 3 + c] ** 2.4);
    return lab({ mode: 'lrgb', r, g, b: bl })!;
  };
  return names.reduce((sum, _, i) => sum + difference(colour(a, i), colour(b, i)), 0) / names.length;
}

describe('pairs on pictures of different scenes', () => {
  const order = { scene, look: plain, reference, keepSkin: false };
  const [alone, led] = [solveMatch(order), solveMatch({ ...order, pairs })];
  const after = (steps: typeof led.steps) =>
    meanDifference(shown(things, withMatch(plain, steps)), pairs.aim);

  test('lead the solve to where the things come out alike', () => {
    const before = meanDifference(shown(things), pairs.aim);
    expect(before).toBeGreaterThan(4);
    expect(after(led.steps)).toBeLessThan(1.5);
    expect(after(led.steps)).toBeLessThan(after(alone.steps) / 2);
  });

  test('are told apart by the same ΔE2000 as culori’s', () => {
    const rows = comparePatches(patches(shown(things)), patches(pairs.aim), rendering)!;
    const mean = rows.reduce((sum, r) => sum + r.deltaE, 0) / rows.length;
    expect(mean).toBeCloseTo(meanDifference(shown(things), pairs.aim), 1);
  });
});

test('a difference is said in words that lead from the plate to its aim', () => {
  const row = { name: 'Boot', plate: [0, 0, 0], aim: [0, 0, 0] } as const;
  const says = (d: { lightness: number; chroma: number; hue: number; aimHue: number; deltaE: number }) =>
    pairInWords({ ...row, ...d });
  expect(says({ lightness: -4.2, chroma: -5, hue: 14, aimHue: 85, deltaE: 6 })).toBe(
    'Boot: 4 L* darker, paler, 14° toward yellow.',
  );
  expect(says({ lightness: 0, chroma: 0, hue: -8, aimHue: 60, deltaE: 3 })).toBe('Boot: 8° toward red.');
  expect(says({ lightness: 0.2, chroma: 0.3, hue: 1, aimHue: 60, deltaE: 0.4 })).toBe('Boot: alike, ΔE 0.4.');
});
