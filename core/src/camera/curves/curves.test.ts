import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { ocio } from '../../../reference/tools.ts';
import { transformBuffer } from '../../colour/matrix.ts';
import { rgbToRgb } from '../../colour/rgbSpace.ts';
import { ap0, ap1 } from '../../colour/spaces/index.ts';
import type { Curve } from '../../colour/transfer/cameraLog.ts';
import { hlgCurve } from '../../colour/transfer/hlg.ts';
import { pqCurve } from '../../colour/transfer/pq.ts';
import { profileOf } from '../../testing/profiles.ts';
import { makeCodec } from '../codec.ts';
import { curveFamilies, curveSchema, type CurveParams, type FamilyId, makeCurve } from './index.ts';

const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });

/** Any constants a family may sensibly have. */
const constants: Record<FamilyId, fc.Arbitrary<unknown>> = {
  logWithLinearToe: fc.record({
    base: fc.constantFrom(2, 10, Math.E),
    logSideSlope: between(0.05, 0.4),
    logSideOffset: between(0.3, 0.7),
    linSideSlope: between(0.5, 8),
    linSideOffset: between(0.001, 0.1),
    linSideBreak: between(0, 0.02),
  }),
  pureLog: fc.record({
    base: fc.constantFrom(2, 10),
    logSideSlope: between(0.05, 0.4),
    logSideOffset: between(0.3, 0.7),
    linSideSlope: between(0.5, 8),
    linSideOffset: between(0.001, 0.1),
  }),
  mirroredLog: fc.record({
    base: fc.constantFrom(2, 10),
    logSideSlope: between(0.05, 0.4),
    logSideOffset: between(0, 0.3),
    linSideSlope: between(5, 200),
    linSideOffset: between(0.5, 2),
  }),
  printingDensity: fc.record({
    densityPerCode: between(0.001, 0.004),
    gamma: between(0.4, 0.9),
    whiteCode: between(500, 900),
    blackCode: between(20, 200),
  }),
  hybridLogGamma: fc.record({ whiteSignal: between(0.4, 1) }),
  perceptualQuantiser: fc.record({ whiteLuminance: between(50, 1000) }),
  videoGamma: fc.oneof(
    fc.record({ standard: fc.constantFrom('bt709', 'bt1886', 'srgb') }),
    between(1, 3).map((gamma) => ({ standard: 'power', gamma })),
  ),
  sampled: fc
    .array(fc.tuple(between(0.002, 0.2), between(0.05, 1.5)), { minLength: 2, maxLength: 40 })
    .map((steps) => {
      let [signal, stops] = [0.02, -9];
      return { points: steps.map(([ds, dx]) => [(signal += ds), 0.18 * 2 ** (stops += dx)]) };
    }),
};
const demoCodec = (id: string) => makeCodec(profileOf(id));
const curveOf = (id: string) =>
  constants[id as FamilyId].map((p) => curveSchema.parse({ family: id, ...(p as object) }));

describe.each(curveFamilies.map((f) => [f.id, f] as const))('%s', (id, family) => {
  test('its example is a curve of the family', () => {
    expect(curveSchema.parse(family.example)).toEqual(family.example);
  });

  test('the inverse undoes it within 1e-6, for any constants', () => {
    fc.assert(
      fc.property(curveOf(id), between(-8, 6), (params, stops) => {
        const curve = makeCurve(params);
        const x = 0.18 * 2 ** stops;
        return Math.abs(curve.inverse(curve.forward(x)) - x) <= 1e-6;
      }),
    );
  });

  test('it rises everywhere, below black too', () => {
    fc.assert(
      fc.property(curveOf(id), between(-0.05, 4), between(1e-4, 1), (params, x, step) => {
        const curve = makeCurve(params);
        return curve.forward(x + step) > curve.forward(x);
      }),
    );
  });

  test('its derivative is the slope of its chords', () => {
    fc.assert(
      fc.property(curveOf(id), between(-6, 5), (params, stops) => {
        const curve = makeCurve(params);
        const x = 0.18 * 2 ** stops;
        const h = x * 1e-5;
        const chord = (curve.forward(x + h) - curve.forward(x - h)) / (2 * h);
        const left = (curve.forward(x) - curve.forward(x - h)) / h;
        const right = (curve.forward(x + h) - curve.forward(x)) / h;
        // At a corner, such as the end of a toe, the two sides differ and the derivative may be either.
        const kink = Math.abs(left - right);
        return Math.abs(curve.derivative(x) - chord) <= 2e-4 * Math.abs(chord) + kink;
      }),
    );
  });
});

describe('published values', () => {
  test('ST 2084: 100, 203 and 1000 cd/m² (the design’s list; SMPTE ST 2084 formula)', () => {
    for (const [nits, signal] of [
      [100, 0.508078],
      [203, 0.580689],
      [1000, 0.751827],
      [10000, 1],
    ])
      expect(pqCurve.forward(nits / 10_000)).toBeCloseTo(signal, 6);
  });

  test('BT.2100 HLG: 1/12 → 0.5, 1 → 1; the constants b = 0.28466892, c = 0.55991073 of table 5', () => {
    expect(hlgCurve.forward(1 / 12)).toBeCloseTo(0.5, 12);
    expect(hlgCurve.forward(1)).toBeCloseTo(1, 7);
    expect(hlgCurve.forward(0.5)).toBeCloseTo(0.17883277 * Math.log(6 - 0.28466892) + 0.55991073, 7);
  });

  test('BT.2408 table 1: 18 % grey is 38 % HLG, a 100 % white 75 %, and 203 cd/m² is 58 % PQ', () => {
    const hlg = makeCurve({ family: 'hybridLogGamma', whiteSignal: 0.75 });
    expect(Math.round(hlg.forward(0.18) * 100)).toBe(38);
    expect(hlg.forward(1)).toBeCloseTo(0.75, 12);
    const pq = makeCurve({ family: 'perceptualQuantiser', whiteLuminance: 203 });
    expect(Math.round(pq.forward(1) * 100)).toBe(58);
  });

  test('DPX practice: code 685 is white, 95 is black; 0.002 density a step through gamma 0.6', () => {
    const curve = makeCurve({
      family: 'printingDensity',
      densityPerCode: 0.002,
      gamma: 0.6,
      whiteCode: 685,
      blackCode: 95,
    });
    expect(curve.inverse(685 / 1023)).toBeCloseTo(1, 12);
    expect(curve.inverse(95 / 1023)).toBeCloseTo(0, 12);
    // 300 steps of 0.002 are 0.6 density, and through gamma 0.6 one decade of light.
    const light = (code: number) =>
      curve.inverse(code / 1023) * (1 - 10 ** (-1.18 / 0.6)) + 10 ** (-1.18 / 0.6);
    expect(light(385) / light(685)).toBeCloseTo(0.1, 12);
  });

  test('ACEScc: S-2014-003 puts 0.18 at 0.413588, and ACESproxy (S-2013-001) at code 426', () => {
    expect(demoCodec('acescc').encode(0.18)).toBeCloseTo(0.413588, 6);
    expect(Math.round(demoCodec('acesproxy').encode(0.18) * 1023)).toBe(426);
  });

  test('ACEScc has the low end of S-2014-003: no light at −0.3584, half the slope of the log under 2⁻¹⁵', () => {
    const { encode, decode } = demoCodec('acescc');
    expect(encode(0)).toBeCloseTo((9.72 - 16) / 17.52, 9);
    expect(encode(-1)).toBeCloseTo((9.72 - 16) / 17.52, 9);
    expect(encode(2 ** -16)).toBeCloseTo((Math.log2(2 ** -16 + 2 ** -17) + 9.72) / 17.52, 9);
    expect(encode(2 ** -15)).toBeCloseTo((9.72 - 15) / 17.52, 9);
    for (const light of [0, 1e-6, 2 ** -15, 1e-3]) expect(decode(encode(light))).toBeCloseTo(light, 12);
  });

  test('ACESproxy is held to 64–940 (S-2013-001)', () => {
    const { encode, decode } = demoCodec('acesproxy');
    expect(encode(0) * 1023).toBeCloseTo(64, 9);
    expect(encode(1e5) * 1023).toBeCloseTo(940, 9);
    expect(decode(0)).toBe(decode(64 / 1023));
    expect(decode(1)).toBe(decode(940 / 1023));
  });
});

describe('against OpenColorIO', () => {
  const codes = Array.from({ length: 200 }, (_, i) => 0.12 + (0.7 * i) / 199);
  const greys = codes.map((c) => [c, c, c]);

  test.each([
    ['acescc', 'ACEScc_to_ACES2065-1', Array.from({ length: 300 }, (_, i) => -0.3584 + (1.8 * i) / 299)],
    ['acesproxy', 'ACESproxy10i_to_ACES2065-1', Array.from({ length: 300 }, (_, i) => i / 299)],
    ['acescct', 'ACEScct_to_ACES2065-1', Array.from({ length: 300 }, (_, i) => -0.1 + (1.2 * i) / 299)],
  ])('%s decodes as its built-in does within 1e-5 of the value, to both its ends', (id, style, asked) => {
    const theirs = ocio(
      { kind: 'builtin', style },
      asked.map((c) => [c, c, c]),
    );
    const ours = Float32Array.from(
      asked.flatMap((c) => [c, c, c]),
      demoCodec(id).decode,
    );
    transformBuffer(rgbToRgb(ap1, ap0), ours);
    // The built-in of ACEScc stops at the largest half float, 65504.
    theirs.forEach((p, i) => {
      const mine = Math.min(ours[i * 3], 65504);
      expect(Math.abs(p[0] - mine)).toBeLessThan(1e-5 * Math.max(Math.abs(mine), 1e-3));
    });
  });

  test('printing density is its affine logarithm with the same constants', () => {
    const params: CurveParams = {
      family: 'printingDensity',
      densityPerCode: 0.002,
      gamma: 0.6,
      whiteCode: 685,
      blackCode: 95,
    };
    const black = 10 ** (((95 - 685) * 0.002) / 0.6);
    const theirs = ocio(
      {
        kind: 'logAffine',
        base: 10,
        logSideSlope: 0.6 / (0.002 * 1023),
        logSideOffset: 685 / 1023,
        linSideSlope: 1 - black,
        linSideOffset: black,
      },
      [0.001, 0.02, 0.18, 0.9, 3].map((x) => [x, x, x]),
    );
    const curve = makeCurve(params);
    [0.001, 0.02, 0.18, 0.9, 3].forEach((x, i) => expect(theirs[i][0]).toBeCloseTo(curve.forward(x), 6));
  });

  test('PQ is its ST 2084 display', () => {
    // The built-in gives linear light in units of 100 cd/m² from BT.2020 PQ code; greys keep their level.
    const theirs = ocio({ kind: 'builtin', style: 'CURVE - ST-2084_to_LINEAR' }, greys);
    greys.forEach(([s], i) => expect(theirs[i][0] / (pqCurve.inverse(s) * 100)).toBeCloseTo(1, 4));
  });
});

describe('equations', () => {
  const running: [RegExp, string][] = [
    [/−/g, '-'],
    [/·/g, '*'],
    [/\^/g, '**'],
    [/log₁₀/g, 'Math.log10'],
    [/logₙ\(/g, 'logn(n, '],
    [/\b(sqrt|exp|max)\b/g, 'Math.$1'],
    [/\bln\b/g, 'Math.log'],
    [/≤/g, '<='],
    [/≥/g, '>='],
  ];
  const logn = (n: number, v: number) => Math.log(v) / Math.log(n);
  /** Works an equation out as it is printed: each line that holds sets the letter it begins with. */
  function workOut(lines: readonly string[], known: Record<string, number>): number {
    const values: Record<string, unknown> = { ...known, logn };
    const evaluate = (text: string): unknown => {
      const code = running.reduce((t, [from, to]) => t.replace(from, to), text);

      return (new Function(...Object.keys(values), `return ${code}`) as (...v: unknown[]) => unknown)(
        ...Object.values(values),
      );
    };
    for (const line of lines) {
      const [, letter, right, , condition] = /^(\w) = (.+?)( {2}for ([^,]+).*)?$/.exec(line)!;
      if (condition === undefined || evaluate(condition)) values[letter] = evaluate(right);
    }
    return values.y as number;
  }

  test.each(curveFamilies.filter((f) => Object.keys(f.equation.letters).length > 0 && f.id !== 'videoGamma'))(
    '$label: what stands beside its constants is what it computes',
    ({ equation: { lines, letters }, example, make, schema }) => {
      expect(new Set(Object.values(letters)).size).toBe(Object.keys(letters).length);
      const params = example as Record<string, unknown>;
      for (const key of Object.keys(schema.shape as object).filter((k) => k !== 'family'))
        expect(letters).toHaveProperty(key);
      const known = Object.fromEntries(
        Object.entries(letters).map(([key, letter]) => [letter, Number(params[key] ?? -Infinity)]),
      );
      const curve = (make as (p: unknown) => Curve)(example);
      // A slope that is left out is the log's own at the break.
      if ('s' in known && params.linearSlope === undefined) known.s = curve.derivative(known.k - 1e-6);
      for (const x of [0.0001, 0.001, 0.01, 0.18, 1, 4])
        expect(workOut(lines, { ...known, x })).toBeCloseTo(curve.forward(x), 6);
    },
  );
});
