import { expect, test } from 'vitest';
import { compileLook } from '../look/compile.ts';
import { type LookStep, newLook, parseLook } from '../look/document.ts';
import { apart } from '../look/shown.ts';
import { zoneNames, type ZoneName } from '../look/steps/zoneCurve.ts';
import { compileRendering, standardRendering } from '../render/rendering.ts';
import { demoLight } from '../testing/demoScenes.ts';
import { onStandard } from '../testing/onStandard.ts';
import { solveMatch } from './solve.ts';
import { type MatchPart, unknowns } from './unknowns.ts';

/** One difference, or any set of them, is taken by itself. */

const rendering = compileRendering(standardRendering);
const plain = onStandard({ ...newLook('Plain'), steps: [] });
const scene = demoLight('marsh-noon', 2000);

/** The scene under a look that is off in several ways at once. */
const wanted = {
  blacks: { green: 0.5 },
  shadows: { warm: -0.5 },
  highlights: { warm: 0.4, density: 0.3 },
} as const;
const off = parseLook(
  {
    ...apart(plain).look,
    steps: [
      { id: 'z', type: 'zones', params: wanted },
      { id: 's', type: 'saturation', params: { amount: 0.7 } },
    ],
  },
  'off',
);
function picture(): Float32Array {
  const rgb = Float32Array.from(scene);
  compileLook(onStandard(off)).run(rgb);
  rendering.run(rgb);
  return rgb;
}
const reference = picture();
const solve = (only: readonly MatchPart[]) =>
  solveMatch({ scene, look: plain, reference, keepSkin: false, only });

type ZoneParams = Record<ZoneName, { warm: number; green: number; density: number }>;
const zonesOf = (steps: readonly LookStep[]) =>
  steps.find((s) => s.type === 'zones')?.params as unknown as ZoneParams;

test('one difference moves one number, the right way, and nothing else', () => {
  const { steps, trust, before, after } = solve(['shadows warm']);
  expect(steps.map((s) => s.type)).toEqual(['zones']);
  const zones = zonesOf(steps);
  expect(zones.shadows.warm).toBeLessThan(-0.25);
  expect(zones.shadows.warm).toBeGreaterThan(-0.75);
  for (const zone of zoneNames) {
    expect([zones[zone].green, zones[zone].density]).toEqual([0, 0]);
    if (zone !== 'shadows') expect(zones[zone].warm).toBe(0);
  }
  expect(after).toBeLessThan(before);
  expect(trust).toBeNull();
});

test('a set of them is solved together, nearer than any one', () => {
  const parts = ['shadows warm', 'highlights warm', 'highlights luminance', 'saturation'] as const;
  const together = solve(parts);
  expect(together.steps.map((s) => s.type)).toEqual(['zones', 'saturation']);
  const zones = zonesOf(together.steps);
  expect(Math.abs(zones.highlights.warm - 0.4)).toBeLessThan(0.15);
  expect(Math.abs(zones.shadows.warm + 0.5)).toBeLessThan(0.2);
  expect(Math.abs((together.steps[1].params.amount as number) - 0.7)).toBeLessThan(0.1);
  for (const part of parts) expect(together.after).toBeLessThan(solve([part]).after);
});

test('no set, or an empty one, is all of them', () => {
  const few = {
    scene: scene.slice(0, 900),
    look: plain,
    reference: reference.slice(0, 900),
    keepSkin: false,
  };
  expect(solveMatch({ ...few, only: [] })).toEqual(solveMatch(few));
  expect(new Set(unknowns.map((u) => u.part)).size).toBeGreaterThan(15);
});
