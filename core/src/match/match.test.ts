import { converter } from 'culori';
import { describe, expect, test } from 'vitest';
import { deltaE2000 } from '../colour/deltaE2000.ts';
import { displayToLab } from '../colour/displayLab.ts';
import { compileLook } from '../look/compile.ts';
import { newLook, parseLook } from '../look/document.ts';
import { compileRendering, standardRendering } from '../render/rendering.ts';
import { displayPixels } from './displayOklab.ts';
import { byTone } from './features.ts';
import { type MatchFollow, matchFollows, type MatchSolution, shownPixels, solveMatch } from './solve.ts';
import { steered, steerOf, withMatch } from './steer.ts';
import { isMatchStep } from './unknowns.ts';
import { matchZones, pictureStatistics } from './statistics.ts';
import { beyondGrading, differenceInWords } from './words.ts';
import { apart, type ShownLook } from '../look/shown.ts';
import { demoLight } from '../testing/demoScenes.ts';
import { onStandard } from '../testing/onStandard.ts';

const rendering = compileRendering(standardRendering);
const plain = onStandard({ ...newLook('Plain'), steps: [] });

const scene = (name: string, count = 2500) => demoLight(name, count);

function shown(light: Float32Array, look: ShownLook): Float32Array {
  const rgb = Float32Array.from(light);
  compileLook(look).run(rgb);
  rendering.run(rgb);
  return rgb;
}

function meanDifference(a: Float32Array, b: Float32Array): number {
  const lab = displayToLab(rendering.output.space, rendering.output.curve);
  let sum = 0;
  for (let p = 0; p < a.length; p += 3)
    sum += deltaE2000(lab(a[p], a[p + 1], a[p + 2]), lab(b[p], b[p + 1], b[p + 2]));
  return sum / (a.length / 3);
}

/** Looks with known parameters, of the kinds a match can find. */
const known: [string, unknown[]][] = [
  [
    'a cold look',
    [
      { id: 'c', type: 'contrast', params: { contrast: 1.16 } },
      {
        id: 'z',
        type: 'zones',
        params: {
          shadows: { density: 0.4, warm: -0.8, green: 0.15 },
          midtones: { warm: -0.35 },
          highlights: { warm: 0.2 },
        },
      },
      { id: 's', type: 'saturation', params: { amount: 0.72 } },
    ],
  ],
  [
    'a faded warm look',
    [
      { id: 'e', type: 'exposure', params: { stops: 0.2 } },
      { id: 'c', type: 'contrast', params: { contrast: 0.9 } },
      {
        id: 'z',
        type: 'zones',
        params: { midtones: { warm: 0.2 }, highlights: { warm: 0.3, density: 0.15 } },
      },
      { id: 'f', type: 'blackWhitePoint', params: { black: 0.5 } },
    ],
  ],
];

describe.each(known)('%s', (_, steps) => {
  const look = onStandard(parseLook({ ...newLook('Known'), steps }, 'test'));

  test('is recovered from its picture within ΔE2000 1.5, and holds on a second plate within 3', () => {
    const [a, b] = [scene('heads-and-chart'), scene('marsh-noon')];
    const reference = shown(a, look);
    const solved = solveMatch({ scene: a, look: plain, reference, keepSkin: false });
    expect(solved.after).toBeLessThan(solved.before / 4);
    const found = withMatch(plain, solved.steps);
    expect(meanDifference(shown(a, plain), reference)).toBeGreaterThan(4);
    expect(meanDifference(shown(a, found), reference)).toBeLessThan(1.5);
    expect(meanDifference(shown(b, found), shown(b, look))).toBeLessThan(3);
  });
});

/** Plates matched to other scenes: what differs is mostly the scene. */
const crossScene = [
  ['quay-blue-hour', 'wheelhouse-overcast'],
  ['heads-and-chart', 'marsh-noon'],
  ['marsh-noon', 'galley-tungsten'],
  ['wheelhouse-overcast', 'quay-blue-hour'],
] as const;
const fewer = 320;

/** A plate matched to another scene under a known look; solved once for all that is asked of it. */
const across = (() => {
  const solved = new Map<string, MatchSolution>();
  return (look: ShownLook, [own, other]: readonly [string, string], follow: MatchFollow) => {
    const key = [look.name, own, other, follow].join();
    const reference = shown(scene(other, fewer), look);
    const order = { scene: scene(own, fewer), look: plain, reference, keepSkin: false, follow };
    if (!solved.has(key)) solved.set(key, solveMatch(order));
    return solved.get(key)!;
  };
})();

describe('another scene as the reference', () => {
  test('does not lead away: no further from the truth than the untouched plate in the mean, and it says why', () => {
    let [untouched, matched] = [0, 0];
    for (const [name, steps] of known)
      for (const pair of crossScene) {
        const look = onStandard(parseLook({ ...newLook(name), steps }, 'test'));
        const a = scene(pair[0], fewer);
        const truth = shown(a, look);
        const solved = across(look, pair, 'known');
        const before = meanDifference(shown(a, plain), truth);
        const after = meanDifference(shown(a, withMatch(plain, solved.steps)), truth);
        expect(after).toBeLessThan(before + 1.5);
        expect(solved.trust).toBeLessThan(0.3);
        expect(solved.look).toBeLessThan(0.5);
        untouched += before;
        matched += after;
      }
    expect(matched).toBeLessThan(untouched);
  });

  test.each(matchFollows)(
    'keeps displayed greys rising and unknowns off their limits, following %s',
    (follow) => {
      const look = onStandard(parseLook({ ...newLook(known[0][0]), steps: known[0][1] }, 'test'));
      const perStop = 20;
      const ramp = Float32Array.from(
        { length: 14 * perStop * 3 },
        (_, i) => 0.18 * 2 ** (-8 + Math.floor(i / 3) / perStop),
      );
      const plainGreys = shown(ramp, plain);
      for (const pair of crossScene) {
        const { steps } = across(look, pair, follow);
        const greys = shown(ramp, withMatch(plain, steps));
        for (let i = 3; i < greys.length; i++) {
          expect(greys[i]).toBeGreaterThanOrEqual(greys[i - 3] - 1e-5);
          // No steeper than a few times what the rendering alone does; a sixteenth of a code is no slope.
          const was = Math.max(plainGreys[i] - plainGreys[i - 3], 0);
          expect(greys[i] - greys[i - 3]).toBeLessThan(4 * was + 6e-3);
        }
        const tints = numbers(steps.find((s) => s.type === 'zones')!.params).filter(
          ([way]) => !way.includes('centre'),
        );
        for (const [way, v] of tints) expect(Math.abs(v)).toBeLessThan(way.includes('density') ? 1.19 : 0.89);
      }
    },
  );
});

function numbers(value: unknown, way = ''): [string, number][] {
  if (typeof value === 'number') return [[way, value]];
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([k, v]) => numbers(v, `${way} ${k}`));
}

test('a reference of more than 65 536 pixels is sorted whole', () => {
  const count = 100_000;
  const code = new Float32Array(count * 3).map((_, i) => ((Math.floor(i / 3) * 7919) % count) / count);
  const pixels = displayPixels(code, rendering);
  const order = byTone(pixels);
  expect(new Set(order).size).toBe(count);
  const rises = Array.from(
    order,
    (i, k) => k === 0 || pixels.lab[i * 3] >= pixels.lab[order[k - 1] * 3] - 1e-6,
  );
  expect(rises.indexOf(false)).toBe(-1);
});

test('a steered match goes from nothing to all of it, as ordinary steps, and another takes its place', () => {
  const light = scene('quay-blue-hour', 1200);
  const reference = shown(light, onStandard(parseLook({ ...newLook('x'), steps: known[0][1] }, 'x')));
  const solved = solveMatch({ scene: light, look: plain, reference, keepSkin: true });
  expect(
    meanDifference(shown(light, withMatch(plain, steered(solved.steps, 0))), shown(light, plain)),
  ).toBeLessThan(1e-3);
  const half = meanDifference(shown(light, withMatch(plain, steered(solved.steps, 0.5))), reference);
  expect(half).toBeLessThan(meanDifference(shown(light, plain), reference));
  expect(half).toBeGreaterThan(meanDifference(shown(light, withMatch(plain, solved.steps)), reference));
  for (const t of [0.25, 0.5, 1])
    expect(steerOf(withMatch(plain, steered(solved.steps, t)), solved.steps)).toBeCloseTo(t, 2);
  expect(steerOf(plain, solved.steps)).toBe(0);
  const once = withMatch(plain, solved.steps);
  expect(withMatch(once, solved.steps).steps).toEqual(once.steps);
  expect(once.steps.every(isMatchStep)).toBe(true);
  expect(once.steps.some((s) => s.type === 'skinKeep')).toBe(true);
  expect(parseLook(JSON.parse(JSON.stringify(apart(once).look)), 'match').steps).toHaveLength(
    once.steps.length,
  );
});

describe('statistics', () => {
  test('Oklab of a picture is culori’s, for the same display light', () => {
    const oklab = converter('oklab');
    const code = Float32Array.of(0.8, 0.3, 0.2, 0.1, 0.5, 0.9);
    const { lab, luma } = displayPixels(code, rendering);
    for (const i of [0, 1]) {
      const [r, g, b] = [0, 1, 2].map((c) => rendering.output.curve.inverse(code[i * 3 + c]));
      const theirs = oklab({ mode: 'lrgb', r, g, b });
      expect(lab[i * 3]).toBeCloseTo(theirs.l, 3);
      expect(lab[i * 3 + 1]).toBeCloseTo(theirs.a, 3);
      expect(lab[i * 3 + 2]).toBeCloseTo(theirs.b, 3);
      expect(luma[i]).toBeCloseTo(
        0.2126 * code[i * 3] + 0.7152 * code[i * 3 + 1] + 0.0722 * code[i * 3 + 2],
        6,
      );
    }
  });

  test('zones hold their share, and greys have no tint', () => {
    const greys = Float32Array.from({ length: 300 }, (_, i) => Math.floor(i / 3) / 99);
    const s = pictureStatistics(displayPixels(greys, rendering));
    expect(s.zones.reduce((sum, z) => sum + z.share, 0)).toBeCloseTo(1, 9);
    expect(s.zones.map((z) => Math.round(z.share * 100))).toEqual(
      matchZones.map((_, i) => [10, 20, 30, 25, 15][i]),
    );
    for (const z of s.zones) expect(Math.abs(z.warm) + Math.abs(z.green) + z.saturation).toBeLessThan(0.05);
    expect(s.contrast).toBeCloseTo(80, 0);
  });

  test('says in words what differs, and what no grade can bring', () => {
    const light = scene('heads-and-chart', 1500);
    const mine = pictureStatistics(shownPixels(light, plain, rendering));
    const cold = onStandard(parseLook({ ...newLook('x'), steps: known[0][1] }, 'x'));
    const theirs = pictureStatistics(shownPixels(light, cold, rendering));
    const said = differenceInWords(mine, theirs).join(' ');
    expect(said).toMatch(/Shadows [^.]*bluer/);
    expect(said).toMatch(/paler/);
    expect(differenceInWords(mine, mine)).toEqual([]);
    expect(beyondGrading(mine, mine)).toEqual([]);
    // A night of neon holds colour that a lit wall does not, and far more black.
    const neon = pictureStatistics(shownPixels(scene('arcade-neon', 1500), plain, rendering));
    expect(beyondGrading(mine, neon).join(' ')).toMatch(/Blacks fill/);
  });
});
