import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { stopsToLinear } from '../colour/exposure.ts';
import { deltaE2000 } from '../colour/deltaE2000.ts';
import { displayToLab } from '../colour/displayLab.ts';
import { compileLook } from '../look/compile.ts';
import { restContext } from '../look/context.ts';
import { newLook, parseLook } from '../look/document.ts';
import { carriedDensities, exposeNegative } from './negative.ts';
import { negatives } from './negatives.ts';
import { makePrint, printDensities, plainNegativeOutput, timeLights } from './print.ts';
import { seeded } from '../numeric/random.ts';
import { luminanceWeights } from '../colour/rgbSpace.ts';
import { prints } from './prints.ts';
import { parseNegative, parsePrint } from './stock.ts';
import { pairFacts, plainPrint, toneReproduction } from './system.ts';
import { onStandard } from '../testing/onStandard.ts';

test('stocks that ship are whole documents of their schema', () => {
  for (const stock of negatives) expect(parseNegative(stock, stock.id)).toEqual(stock);
  for (const stock of prints) expect(parsePrint(stock, stock.id)).toEqual(stock);
});

const pairs = negatives.flatMap((n) => prints.map((p) => [n.id, p.id, n, p] as const));
const stopsRange = Array.from({ length: 57 }, (_, i) => -8 + i / 4);

/** Greys through a film look, to display code. */
function shown(steps: { type: string; params: Record<string, unknown> }[], stops: readonly number[]) {
  const look = parseLook({ ...newLook('Film'), steps: steps.map((s) => ({ id: s.type, ...s })) }, 'test');
  const rgb = Float32Array.from(stops.flatMap((s) => [0, 0, 0].map(() => stopsToLinear(s))));
  const { rendering } = restContext();
  compileLook(onStandard(look)).run(rgb);
  rendering.run(rgb);
  return rgb;
}

describe.each(pairs)('%s on %s', (_n, _p, negative, print) => {
  test('is timed to a neutral 18 % grey at the aim density, over push ±2 and index ±2', () => {
    for (const push of [-2, 0, 2])
      for (const index of [-2, 0, 2])
        for (const settings of [
          plainPrint,
          { ...plainPrint, contrast: 1.3, silver: 0.6, blackSoft: 0.5, whiteSoft: 0.5 },
        ]) {
          const [grey] = toneReproduction(
            {
              negative: { stock: negative, development: { index, push } },
              print: { stock: print, settings, lights: null },
            },
            [0],
          );
          for (const d of grey.print!) expect(Math.abs(d - print.aim)).toBeLessThan(0.005);
        }
  });

  test('shows that grey neutral within ΔE2000 0.2 through the look and the display', () => {
    for (const [push, index] of [
      [0, 0],
      [2, -2],
      [-2, 2],
    ]) {
      const code = shown(
        [
          { type: 'negative', params: { stock: negative, push, index } },
          { type: 'print', params: { stock: print } },
        ],
        [0],
      );
      const { output } = restContext().rendering;
      const lab = displayToLab(output.space, output.curve)(code[0], code[1], code[2]);
      expect(deltaE2000(lab, [lab[0], 0, 0])).toBeLessThan(0.2);
    }
  });

  test('never turns greys round: more light is never darker on the print', () => {
    const points = toneReproduction(
      {
        negative: { stock: negative, development: { index: 0, push: 0 } },
        print: { stock: print, settings: plainPrint, lights: null },
      },
      stopsRange,
    );
    for (let i = 1; i < points.length; i++)
      for (let c = 0; c < 3; c++) {
        expect(points[i].negative![c]).toBeGreaterThan(points[i - 1].negative![c] - 1e-9);
        expect(points[i].print![c]).toBeLessThan(points[i - 1].print![c] + 1e-9);
      }
  });
});

test('what a print shows passes the rendering unchanged inside two thirds of the gamut, for any light', () => {
  const { rendering } = restContext();
  const steps = [{ id: 'p', type: 'print', params: { stock: prints[0] } }];
  const compiled = compileLook(onStandard(parseLook({ ...newLook('x'), steps }, 'test')));
  const lights = timeLights(prints[0], plainPrint, plainNegativeOutput.grey);
  const black = rendering.tone.forward(0);
  const toPrint = makePrint(prints[0], plainPrint, lights, plainNegativeOutput.base, black);
  const weights = luminanceWeights(rendering.output.space);
  const luminance = (rgb: Float32Array) => rgb.reduce((sum, v, i) => sum + weights[i] * v, 0);
  const reach = (rgb: Float32Array) => {
    const y = luminance(rgb);
    return Math.max((y - Math.min(...rgb)) / y, (Math.max(...rgb) - y) / (1 - y));
  };
  const seen = { plain: 0, drawn: 0 };
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: -0.5, max: 8, noNaN: true }), { minLength: 3, maxLength: 3 }),
      (light) => {
        const direct = Float32Array.from(light);
        carriedDensities(direct);
        toPrint(direct);
        const through = Float32Array.from(light);
        compiled.run(through);
        rendering.run(through);
        const near = (share: number) =>
          through.every((v, i) => Math.abs(v - rendering.toCode(direct[i])) < share);
        if (reach(direct) < 0.66) {
          seen.plain++;
          return near(1e-4);
        }
        // Beyond, it is drawn toward the grey of its own luminance.
        const shown = through.map((v) => rendering.output.curve.inverse(v));
        seen.drawn++;
        return Math.abs(luminance(shown) - luminance(direct)) < 1e-3 && reach(shown) < 0.905;
      },
    ),
    { numRuns: 500 },
  );
  expect(Math.min(seen.plain, seen.drawn)).toBeGreaterThan(50);
});

test.each([
  [1, 1],
  [0.6, 1],
  [1, 0.6],
])('a print takes densities from the negative as it takes light from it (strengths %d and %d)', (n, p) => {
  const steps = [
    { id: 'n', type: 'negative', params: { stock: negatives[1], index: 0.4, push: 1 }, strength: n },
    { id: 'p', type: 'print', params: { stock: prints[1], silver: 0.3 }, strength: p },
  ];
  // A step between the two, which does nothing to speak of, keeps them from handing densities on.
  const parted = [steps[0], { id: 'e', type: 'exposure', params: { stops: 1e-9 } }, steps[1]];
  const compiled = [steps, parted].map((s) =>
    compileLook(onStandard(parseLook({ ...newLook('x'), steps: s }, 'test'))),
  );
  expect(compiled.map((c) => c.stages.some((s) => s.key.endsWith('densities')))).toEqual([
    n * p === 1,
    false,
  ]);
  const uniform = seeded(5);
  const light = Float32Array.from({ length: 3000 }, () => 0.18 * 2 ** (16 * uniform() - 10));
  const [handed, carried] = compiled.map((c) => {
    const rgb = Float32Array.from(light);
    c.run(rgb);
    restContext().rendering.run(rgb);
    return rgb;
  });
  expect(handed.reduce((worst, v, i) => Math.max(worst, Math.abs(v - carried[i])), 0)).toBeLessThan(2e-5);
});

test('a system is steeper than the scene, and its grey lies where a tone scale puts it (common practice)', () => {
  const facts = pairFacts(negatives[0], prints[0]);
  expect(facts.systemGamma).toBeGreaterThan(1.3);
  expect(facts.systemGamma).toBeLessThan(1.9);
  const code = shown(
    [
      { type: 'negative', params: { stock: negatives[0] } },
      { type: 'print', params: { stock: prints[0] } },
    ],
    [0, 3, -6],
  );
  expect(code[0]).toBeGreaterThan(0.38);
  expect(code[0]).toBeLessThan(0.46);
  expect(code[3]).toBeGreaterThan(0.8);
  expect(code[6]).toBeLessThan(0.06);
});

test('a stop of scene light is 7.2 points on a print (0.6 × 0.301 / 0.025, common practice), and lights are light', () => {
  const p = prints[0];
  const [red, green, blue] = timeLights(p, plainPrint, plainNegativeOutput.grey);
  const brighter = printDensities(p, plainPrint, [red, green, blue], [0.36, 0.36, 0.36]);
  const points = (0.6 * Math.log10(2)) / 0.025;
  const byLights = printDensities(
    p,
    plainPrint,
    [red + points, green + points, blue + points],
    [0.18, 0.18, 0.18],
  );
  const thinner = { ...plainPrint, density: -points };
  const byDensity = printDensities(p, thinner, [red, green, blue], [0.18, 0.18, 0.18]);
  for (const c of [0, 1, 2]) {
    expect(byLights[c]).toBeCloseTo(brighter[c], 5);
    expect(byDensity[c]).toBeCloseTo(byLights[c], 9);
  }
  expect(byLights[1]).toBeLessThan(p.aim - 0.3);
  // One light alone shows more of its own colour.
  const redder = printDensities(p, plainPrint, [red + 6, green, blue], [0.18, 0.18, 0.18]);
  const timed = printDensities(p, plainPrint, [red, green, blue], [0.18, 0.18, 0.18]);
  expect(timed[0] - redder[0]).toBeGreaterThan(0.2);
});

test('silver makes colours greyer and the middle harder; soft blacks stay short of Dmax', () => {
  const run = (params: Record<string, unknown>, rgb: number[]) => {
    const buffer = Float32Array.from(rgb);
    const steps = [
      { id: 'n', type: 'negative', params: { stock: negatives[0] } },
      { id: 'p', type: 'print', params: { stock: prints[0], ...params } },
    ];
    compileLook(onStandard(parseLook({ ...newLook('x'), steps }, 'test'))).run(buffer);
    restContext().rendering.run(buffer);
    return buffer;
  };
  const spread = (v: Float32Array) => Math.max(...v) - Math.min(...v);
  expect(spread(run({ silver: 1 }, [0.3, 0.1, 0.05]))).toBeLessThan(spread(run({}, [0.3, 0.1, 0.05])) * 0.9);
  expect(run({ silver: 1 }, [0.03, 0.03, 0.03])[1]).toBeLessThan(run({}, [0.03, 0.03, 0.03])[1]);
  expect(run({ blackSoft: 1 }, [0.002, 0.002, 0.002])[1]).toBeGreaterThan(
    run({}, [0.002, 0.002, 0.002])[1] + 0.02,
  );
});

test('black-and-white has no colour on a neutral print but that of the print', () => {
  const slate = negatives.find((n) => n.id === 'slate')!;
  const rgb = Float32Array.of(0.5, 0.1, 0.05);
  const steps = [{ id: 'n', type: 'negative', params: { stock: slate } }];
  compileLook(onStandard(parseLook({ ...newLook('x'), steps }, 'test'))).run(rgb);
  expect(Math.max(...rgb) - Math.min(...rgb)).toBeLessThan(1e-6);
});

describe('development', () => {
  const [stock] = negatives;
  const negativeAt = (development: { index: number; push: number }, stops: number[]) =>
    toneReproduction({ negative: { stock, development }, print: null }, stops).map((p) => p.negative![1]);

  test('a push makes the negative steeper and faster, and raises its fog (common practice)', () => {
    const plain = negativeAt({ index: 0, push: 0 }, [-12, -3, 3]);
    const pushed = negativeAt({ index: 0, push: 1 }, [-12, -3, 3]);
    expect(pushed[0]).toBeGreaterThan(plain[0]);
    expect(pushed[2] - pushed[1]).toBeGreaterThan((plain[2] - plain[1]) * 1.05);
    expect(pushed[1]).toBeGreaterThan(plain[1]);
  });

  test('a stop over is the curve a stop further along', () => {
    const over = negativeAt({ index: 1, push: 0 }, [-2, 0, 1]);
    const further = negativeAt({ index: 0, push: 0 }, [-1, 1, 2]);
    over.forEach((d, i) => expect(d).toBeCloseTo(further[i], 9));
  });

  test('layers that hold each other back give colours back that they have lost to cross-talk', () => {
    const chromaOf = (interLayer: (typeof stock)['interLayer']) => {
      const rgb = Float32Array.of(0.3, 0.15, 0.08);
      exposeNegative({ ...stock, interLayer }, { index: 0, push: 0 })(rgb);
      return Math.log2(rgb[0] / rgb[2]);
    };
    const none = Object.fromEntries(
      Object.keys(stock.interLayer).map((k) => [k, 0]),
    ) as (typeof stock)['interLayer'];
    expect(chromaOf(stock.interLayer)).toBeGreaterThan(chromaOf(none) * 1.1);
  });

  test('stocks look clearly different: any two negatives are far apart on skin, foliage, dusk and neon', () => {
    // Working light of skin, foliage, a dusk sky and red neon (invented).
    const colours = [0.42, 0.28, 0.2, 0.06, 0.09, 0.03, 0.14, 0.18, 0.34, 2.5, 0.2, 0.6];
    const { output } = restContext().rendering;
    const lab = displayToLab(output.space, output.curve);
    const look = (n: (typeof negatives)[number]) => {
      const rgb = Float32Array.from(colours);
      const steps = [
        { id: 'n', type: 'negative', params: { stock: n } },
        { id: 'p', type: 'print', params: { stock: prints[0] } },
      ];
      compileLook(onStandard(parseLook({ ...newLook('x'), steps }, 'x'))).run(rgb);
      restContext().rendering.run(rgb);
      return [0, 3, 6, 9].map((p) => lab(rgb[p], rgb[p + 1], rgb[p + 2]));
    };
    const all = negatives.map(look);
    for (let i = 0; i < all.length; i++)
      for (let k = i + 1; k < all.length; k++) {
        const mean = all[i].reduce((sum, c, j) => sum + deltaE2000(c, all[k][j]), 0) / 4;
        expect(mean, `${negatives[i].id} and ${negatives[k].id}`).toBeGreaterThan(3);
      }
  });

  test('a stock document that is wrong is refused with its place', () => {
    const wrong = { ...stock, sensitivity: { ...stock.sensitivity, red: [0.5, 0.1, 0] } };
    expect(() => parseNegative(wrong, 'own.json')).toThrow(
      /own.json: sensitivity.red: the shares of a layer must add up to 1/,
    );
    expect(() => parsePrint(stock, 'own.json')).toThrow(/not a print document/);
  });
});
