import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { parseProfile } from '../camera/profile.ts';
import { deltaE2000 } from '../colour/deltaE2000.ts';
import { displayToLab } from '../colour/displayLab.ts';
import { bake, compileBake } from '../order/bake.ts';
import { finerGrid, holdsProof, proofLimits, proofVerdict, proveCube } from '../order/proof.ts';
import { isActive } from './compile.ts';
import { compilePipeline } from '../order/pipeline.ts';
import { parseLook } from './document.ts';
import { lookFrom, startingPoints } from './startingPoints.ts';
import { standardDisplay } from '../render/display.ts';
import { onStandard } from '../testing/onStandard.ts';
import { demoLight } from '../testing/demoScenes.ts';

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
    const order = { look, profile: heron, display: standardDisplay, role: 'combined', grid: 33 } as const;
    const proof = proveCube(bake(order), compileBake(order), { count: 8000 });
    expect(proof.mean).toBeLessThanOrEqual(proofLimits.mean);
    expect(proof.p99).toBeLessThanOrEqual(proofLimits.p99);
  });
});

/** Pixels of three demo masters in working light. */
const pictures = ['quay-blue-hour', 'heads-and-chart', 'marsh-noon'].map((name) => demoLight(name, 512));

/** Every starting point's colours on those pictures, as Lab. */
const labsOf = (id: string) => {
  const { rendering, look } = compilePipeline({ profile: heron, look: onStandard(lookFrom(id, 'x')) });
  const toLab = displayToLab(rendering.output.space, rendering.output.curve);
  return pictures.flatMap((picture) => {
    const rgb = Float32Array.from(picture);
    look(rgb);
    rendering.run(rgb);
    return Array.from({ length: rgb.length / 3 }, (_, p) =>
      toLab(rgb[p * 3], rgb[p * 3 + 1], rgb[p * 3 + 2]),
    );
  });
};

test('each is plain to tell from Neutral and from every other at full strength', () => {
  const all = startingPoints.map((p) => [p.id, labsOf(p.id)] as const);
  const apart = (a: ReturnType<typeof labsOf>, b: ReturnType<typeof labsOf>) =>
    a.reduce((sum, lab, i) => sum + deltaE2000(lab, b[i]), 0) / a.length;
  all.forEach(([id, labs], i) =>
    all.slice(0, i).forEach(([other, theirs]) => {
      // A ΔE2000 near 1 is just seen side by side (common practice); these are means over whole pictures.
      expect(apart(labs, theirs), `${id} and ${other}`).toBeGreaterThan(other === 'neutral' ? 4 : 3);
    }),
  );
});

test('four hold film, two are colour only and leave the luminance of greys', () => {
  const types = (p: (typeof startingPoints)[number]) => p.steps.map((s) => s.type);
  expect(
    startingPoints.filter((p) => types(p).includes('negative') && types(p).includes('print')),
  ).toHaveLength(4);
  expect(startingPoints.filter((p) => lookFrom(p.id, 'x').colourOnly)).toHaveLength(2);
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
      : { hue: 85, density: 0.1, saturation: 1.15, hueSoft: 32, satLow: 0.1, satSoft: 0.1 },
  },
  { id: 'k', type: 'skinKeep', params: { hue: 0.4, reach: 30 } },
];

test.each(startingPoints.map((p) => [p.id] as const))(
  '%s with a hue belt, a box and skin keep holds at 33, or the grid it needs is said',
  (id) => {
    const look = lookFrom(id, 'Mine');
    const whole = parseLook({ ...look, steps: [...look.steps, ...added(false)] }, 'mine');
    const order = {
      look: whole,
      profile: heron,
      display: standardDisplay,
      role: 'combined',
      grid: 33,
    } as const;
    const proof = proveCube(bake(order), compileBake(order), { count: 6000 });
    if (holdsProof(proof)) return;
    const advice = finerGrid(order);
    if (advice) expect(advice.grid).toBe(65);
    // No usual grid is fine enough by a little: that is said as well.
    else expect(proofVerdict(proveCube(bake({ ...order, grid: 65 }), compileBake(order)))).toBe('close');
  },
);

test('a recipe too steep for a grid of 17 is told the grid it needs', () => {
  const look = parseLook({ ...lookFrom('neutral', 'Mine'), steps: added(true) }, 'steep');
  const order = { look, profile: heron, display: standardDisplay, role: 'combined', grid: 17 } as const;
  expect(holdsProof(proveCube(bake(order), compileBake(order), { count: 6000 }))).toBe(false);
  const advice = finerGrid(order);
  expect(advice === null || advice.grid > 17).toBe(true);
  if (advice) expect(holdsProof(advice)).toBe(true);
});

test('an unknown one is refused', () => expect(() => lookFrom('none', 'x')).toThrow(/no starting point/));
