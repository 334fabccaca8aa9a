import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { parseProfile } from '../camera/profile.ts';
import { bake, compileOrder } from '../cube/bake.ts';
import { finerGrid, holdsProof, proofLimits, proveCube } from '../cube/proof.ts';
import { isActive } from './compile.ts';
import { parseLook } from './document.ts';
import { lookFrom, startingPoints } from './startingPoints.ts';

const heron = parseProfile(
  JSON.parse(readFileSync(new URL('../../../demo/profiles/heron.json', import.meta.url), 'utf8')),
  'heron',
);

describe.each(startingPoints.map((p) => [p.id] as const))('%s', (id) => {
  const look = lookFrom(id, 'Mine');

  test('does something with every step, but for the neutral one', () => {
    expect(look.steps.every(isActive)).toBe(id !== 'neutral');
  });

  test('bakes inside the proof limits at 33', () => {
    const order = { look, profile: heron, role: 'combined', grid: 33 } as const;
    const proof = proveCube(bake(order), compileOrder(order), { count: 8000 });
    expect(proof.mean).toBeLessThanOrEqual(proofLimits.mean);
    expect(proof.p99).toBeLessThanOrEqual(proofLimits.p99);
  });
});

/** A hue belt, a box and skin keep as a designer would add them, and far too steep. */
const added = (steep: boolean) => [
  {
    id: 'b',
    type: 'hueBelt',
    params: { nodes: [{ hue: 150, turn: 12, saturation: 0.6, reach: steep ? 10 : 50 }] },
  },
  {
    id: 'c',
    type: 'colourBox',
    params: steep
      ? { hue: 85, hueReach: 6, hueSoft: 2, satSoft: 0.01, saturation: 2.4, density: 1 }
      : { hue: 85, density: 0.1, saturation: 1.15, hueSoft: 24, satSoft: 0.08 },
  },
  { id: 'k', type: 'skinKeep', params: { hue: 0.5 } },
];

test.each(startingPoints.map((p) => [p.id] as const))(
  '%s with a hue belt, a box and skin keep holds at 33, or the grid it needs is said',
  (id) => {
    const look = lookFrom(id, 'Mine');
    const whole = parseLook({ ...look, steps: [...look.steps, ...added(false)] }, 'mine');
    const order = { look: whole, profile: heron, role: 'combined', grid: 33 } as const;
    const proof = proveCube(bake(order), compileOrder(order), { count: 6000 });
    if (!holdsProof(proof)) expect(finerGrid(order)?.grid).toBe(65);
  },
);

test('a recipe too steep for a grid of 17 is told the grid it needs', () => {
  const look = parseLook({ ...lookFrom('neutral', 'Mine'), steps: added(true) }, 'steep');
  const order = { look, profile: heron, role: 'combined', grid: 17 } as const;
  expect(holdsProof(proveCube(bake(order), compileOrder(order), { count: 6000 }))).toBe(false);
  const advice = finerGrid(order);
  expect(advice === null || advice.grid > 17).toBe(true);
  if (advice) expect(holdsProof(advice)).toBe(true);
});

test('an unknown one is refused', () => expect(() => lookFrom('none', 'x')).toThrow(/no starting point/));
