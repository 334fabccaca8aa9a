import { converter } from 'culori';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { stopsToLinear } from '../../camera/exposure.ts';
import { transform, transformBuffer } from '../../colour/matrix.ts';
import { luminanceWeights, rgbToRgb } from '../../colour/rgbSpace.ts';
import { bt709, working } from '../../colour/spaces/index.ts';
import { contrast } from './contrast.ts';
import { exposure } from './exposure.ts';
import { stepDefinition, stepDefinitions } from './index.ts';
import { saturation } from './saturation.ts';
import { tintGains, zoneNames, zoneStops, zoneWeights } from './zoneCurve.ts';
import { zones, type ZonesParams, zonesSchema } from './zones.ts';

const amount = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const zoneArbitrary = fc.record({ density: amount(-3, 3), warm: amount(-1, 1), green: amount(-1, 1) });
const zonesArbitrary = fc
  .record(Object.fromEntries(zoneNames.map((n) => [n, zoneArbitrary])))
  .map((p) => zonesSchema.parse(p));
/** Any settings a step may have, by step id. */
const settings: Record<string, fc.Arbitrary<unknown>> = {
  exposure: fc.record({ stops: amount(-6, 6) }),
  contrast: fc.record({ contrast: amount(0.25, 3), pivot: amount(0.01, 1) }),
  zones: zonesArbitrary,
  saturation: fc.record({ amount: amount(0, 3) }),
};
const colour = fc.tuple(amount(-0.5, 4), amount(-0.5, 4), amount(-0.5, 4));
const run = (id: string, params: unknown, rgb: readonly number[]) => {
  const buffer = Float32Array.from(rgb);
  stepDefinition(id).compile(params).run(buffer);
  return buffer;
};

describe.each(stepDefinitions.map((d) => d.id))('%s', (id) => {
  const definition = stepDefinition(id);

  test('gives no NaN and no infinity for any light in −0.5…4', () => {
    fc.assert(fc.property(settings[id], colour, (p, rgb) => run(id, p, rgb).every(Number.isFinite)));
  });

  test('its defaults change nothing', () => {
    const rest = definition.schema.parse({});
    expect(definition.isNeutral(rest)).toBe(true);
    fc.assert(
      fc.property(colour, (rgb) =>
        run(id, rest, rgb).every((v, i) => Math.abs(v - rgb[i]) < 1e-5 * Math.max(1, Math.abs(rgb[i]))),
      ),
    );
  });

  test('keeps greys grey where it says so', () => {
    if (!definition.keeps.neutral) return expect(id).toBe('zones');
    fc.assert(
      fc.property(settings[id], amount(0, 4), (p, grey) => {
        const [r, g, b] = run(id, p, [grey, grey, grey]);
        return Math.max(Math.abs(r - g), Math.abs(b - g)) <= 1e-6 * Math.max(1, Math.abs(g));
      }),
    );
  });

  test('its inverse undoes it, where it has one', () => {
    fc.assert(
      fc.property(settings[id], fc.tuple(amount(0.01, 4), amount(0.01, 4), amount(0.01, 4)), (p, rgb) => {
        const compiled = definition.compile(p);
        if (!compiled.inverse) return id === 'zones' || (p as { amount: number }).amount === 0;
        if ((p as { amount?: number }).amount !== undefined && (p as { amount: number }).amount < 0.05)
          return true;
        const buffer = Float32Array.from(rgb);
        compiled.run(buffer);
        compiled.inverse(buffer);
        // Float32 carries a colour as a whole: its small channels lose what its large one costs.
        return buffer.every((v, i) => Math.abs(v - rgb[i]) < 2e-3 * Math.max(0.05, ...rgb));
      }),
    );
  });
});

test('exposure: one stop doubles light', () => {
  expect(Array.from(run('exposure', exposure.schema.parse({ stops: 1 }), [0.18, 0.5, -0.1]))).toEqual(
    [0.36, 1, -0.2].map(Math.fround),
  );
});

test('contrast turns about its pivot: slope c in stops, pivot and black stay', () => {
  const p = contrast.schema.parse({ contrast: 1.5 });
  expect(run('contrast', p, [0.18, 0, 0])[0]).toBeCloseTo(0.18, 6);
  expect(run('contrast', p, [0, 0, 0])[0]).toBe(0);
  expect(Math.log2(run('contrast', p, [stopsToLinear(2), 0, 0])[0] / 0.18)).toBeCloseTo(3, 5);
});

test('saturation scales Oklab chroma and keeps its lightness and hue, as culori sees it', () => {
  const toOklch = converter('oklch');
  const inside = fc.tuple(amount(0.15, 0.7), amount(0.15, 0.7), amount(0.15, 0.7));
  const see = (rgb: readonly number[]) => toOklch({ mode: 'lrgb', r: rgb[0], g: rgb[1], b: rgb[2] });
  fc.assert(
    fc.property(inside, amount(0.3, 1.2), (rgb, factor) => {
      const buffer = Float32Array.from(transform(rgbToRgb(bt709, working), rgb));
      saturation.compile({ amount: factor }).run(buffer);
      transformBuffer(rgbToRgb(working, bt709), buffer);
      const [before, after] = [see(rgb), see(Array.from(buffer))];
      return Math.abs(after.c - before.c * factor) < 1e-3 && Math.abs(after.l - before.l) < 1e-3;
    }),
  );
});

describe('zones', () => {
  const [wr, wg, wb] = luminanceWeights(working);

  test('weights are never negative and sum to 1', () => {
    fc.assert(
      fc.property(zonesArbitrary, amount(-14, 14), (p, stops) => {
        const w = zoneWeights(p, stops);
        return w.every((x) => x >= 0) && Math.abs(w.reduce((a, b) => a + b, 0) - 1) < 1e-12;
      }),
    );
  });

  test('density at a zone’s centre moves that centre by as many stops', () => {
    const p = zonesSchema.parse({ shadows: { density: -0.3 } });
    expect(zoneStops(p)(p.shadows.centre)).toBeCloseTo(p.shadows.centre - 0.3, 6);
    expect(zoneStops(p)(p.midtones.centre)).toBeCloseTo(0, 6);
  });

  test('tone is never turned round, in any channel, whatever the settings', () => {
    fc.assert(
      fc.property(zonesArbitrary, (p) => {
        const n = 300;
        const ramp = new Float32Array(n * 3).map((_, i) => stopsToLinear(-10 + (Math.floor(i / 3) * 18) / n));
        zones.compile(p).run(ramp);
        for (let i = 3; i < ramp.length; i++) if (ramp[i] < ramp[i - 3] * (1 - 1e-5)) return false;
        return true;
      }),
      { numRuns: 60 },
    );
  });

  test('a density that had to be held is said', () => {
    expect(
      zones.compile(zonesSchema.parse({ shadows: { density: 2 }, midtones: { density: -2 } })).notes?.[0],
    ).toMatch(/held between/);
    expect(zones.compile(zonesSchema.parse({ shadows: { density: -0.3 } })).notes).toEqual([]);
  });

  test('a tint keeps the luminance of a grey and parts red from blue by a stop at full', () => {
    fc.assert(
      fc.property(amount(-1, 1), amount(-1, 1), (warm, green) => {
        const [r, g, b] = tintGains(warm, green);
        return Math.abs(wr * r + wg * g + wb * b - 1) < 1e-12;
      }),
    );
    const [r, , b] = tintGains(1, 0);
    expect(Math.log2(r / b)).toBeCloseTo(1, 12);
  });

  test('centres out of order are refused by name', () => {
    const wrong = { shadows: { centre: 1 } } as Partial<ZonesParams>;
    expect(zonesSchema.safeParse(wrong).error?.issues[0].message).toMatch(
      /midtones must lie at least 0.5 stop above/,
    );
  });
});
