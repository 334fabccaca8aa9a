import { lutOf } from '../../lut/lut.ts';
import { converter } from 'culori';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { stopsToLinear } from '../../colour/exposure.ts';
import { transform, transformBuffer, type Vec3 } from '../../colour/matrix.ts';
import { luminanceWeights, rgbToRgb } from '../../colour/rgbSpace.ts';
import { bt709, working } from '../../colour/spaces/index.ts';
import { ocio, toPixels, worstDifference } from '../../../reference/tools.ts';
import { restContext } from '../context.ts';
import { warmCube } from '../../lut/testCube.ts';
import { cdlOnCode, cdlSchema } from '../../colour/cdl.ts';
import { contrast } from './contrast.ts';
import { exposure } from './exposure.ts';
import { stepDefinition, stepDefinitions } from './index.ts';
import { saturation } from './saturation.ts';
import { amount, settings, zonesArbitrary } from './arbitraries.ts';
import { sectors, sectorWeights, primariesAndSecondaries } from './primariesAndSecondaries.ts';
import { tintGains, zoneStops, zoneWeights } from './zoneCurve.ts';
import { zones, type ZonesParams, zonesSchema } from './zones.ts';

/** Steps that tint greys by design, and steps without an inverse. */
const tints = [
  'balance',
  'zones',
  'printerLights',
  'cdl',
  'curves',
  'colourBox',
  'placedLut',
  'negative',
  'print',
];
const oneWay = [
  'primariesAndSecondaries',
  'zones',
  'toeShoulder',
  'gamutCompression',
  'cleanEnds',
  'cdl',
  'curves',
  'hueBelt',
  'satByLuminance',
  'satBySaturation',
  'colourBox',
  'drawTogether',
  'skinKeep',
  'placedLut',
  'negative',
  'print',
];
const context = { ...restContext(), luts: new Map([['a'.repeat(64), lutOf(warmCube())]]) };
const colour = fc.tuple(amount(-0.5, 4), amount(-0.5, 4), amount(-0.5, 4));
const run = (id: string, params: unknown, rgb: readonly number[]) => {
  const buffer = Float32Array.from(rgb);
  stepDefinition(id).compile(params, context).run(buffer);
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
    if (!definition.keeps.neutral) return expect(tints).toContain(id);
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
        const compiled = definition.compile(p, context);
        if (!compiled.inverse) return oneWay.includes(id) || (p as { amount: number }).amount === 0;
        if (id === 'saturation' && (p as { amount: number }).amount < 0.05) return true;
        const buffer = Float32Array.from(rgb);
        compiled.run(buffer);
        compiled.inverse(buffer);
        // Float32 carries a colour as a whole: its small channels lose what its large one costs.
        return buffer.every((v, i) => Math.abs(v - rgb[i]) < 2e-3 * Math.max(0.05, ...rgb));
      }),
    );
  });
});

describe.each(stepDefinitions.filter((d) => d.keeps.luminance).map((d) => d.id))('%s', (id) => {
  test('keeps luminance, as it says', () => {
    const [wr, wg, wb] = luminanceWeights(working);
    const y = (rgb: ArrayLike<number>) => wr * rgb[0] + wg * rgb[1] + wb * rgb[2];
    fc.assert(fc.property(settings[id], colour, (p, rgb) => Math.abs(y(run(id, p, rgb)) - y(rgb)) < 1e-5));
  });
});

test('printer lights: twelve points are a stop, and a channel has its own (common practice)', () => {
  const [r, g, b] = run('printerLights', { all: 12, red: 0, green: 12, blue: -12 }, [0.18, 0.18, 0.18]);
  // Twelve times 0.025 is 0.3, a hair under the logarithm of 2.
  expect(Math.log2(r / 0.18)).toBeCloseTo(0.3 / Math.log10(2), 6);
  expect(Math.abs(Math.log2(g / 0.18) - 2)).toBeLessThan(0.01);
  expect(Math.log2(b / 0.18)).toBeCloseTo(0, 6);
});

test('toe and shoulder bend the ends, keep mid-grey, and never turn tones round', () => {
  const p = { toe: 0.5, shoulder: 0.5, toeAt: -3, shoulderAt: 2 };
  const out = (stops: number) => Math.log2(run('toeShoulder', p, [stopsToLinear(stops), 0, 0])[0] / 0.18);
  expect(out(0)).toBeCloseTo(0, 4);
  expect(out(-7) - out(-8)).toBeCloseTo(0.5, 1);
  expect(out(6) - out(5)).toBeCloseTo(0.5, 1);
  fc.assert(
    fc.property(settings.toeShoulder, amount(-11, 11), (any, stops) => {
      const at = (s: number) => run('toeShoulder', any, [stopsToLinear(s), 0, 0])[0];
      return at(stops + 0.05) > at(stops);
    }),
  );
});

test('CDL is OpenColorIO’s CDLTransform without clamping, within 1e-5 of the code', () => {
  const p = cdlSchema.parse({
    slopeR: 1.2,
    slopeG: 0.9,
    slopeB: 1.05,
    offsetR: 0.02,
    offsetG: -0.03,
    offsetB: 0.01,
    powerR: 0.9,
    powerG: 1.1,
    powerB: 1.3,
    saturation: 0.8,
  });
  const code = new Float32Array(300).map((_, i) => -0.2 + ((i * 37) % 300) / 210);
  const theirs = ocio(
    {
      kind: 'cdl',
      slope: [1.2, 0.9, 1.05],
      offset: [0.02, -0.03, 0.01],
      power: [0.9, 1.1, 1.3],
      saturation: 0.8,
    },
    toPixels(code),
  );
  cdlOnCode(p)(code);
  expect(worstDifference(code, theirs)).toBeLessThan(1e-5);
});

test('colour density darkens what is saturated and leaves greys; the fade lifts black by its number', () => {
  const [r, g] = run('colourDensity', { amount: 1 }, [0.4, 0, 0]);
  expect(r).toBeCloseTo(0.2, 6);
  expect(g).toBe(0);
  expect(run('blackWhitePoint', { black: 2, ceiling: 12 }, [0, 0, 0])[0]).toBeCloseTo(0.02, 6);
  expect(run('blackWhitePoint', { black: 0, ceiling: 3 }, [stopsToLinear(9), 0, 0])[0]).toBeCloseTo(
    stopsToLinear(3),
    2,
  );
});

test('primaries and secondaries: a sector turns and fades its own hue as culori sees it, and not the hue across', () => {
  const toOklch = converter('oklch');
  const p = primariesAndSecondaries.schema.parse({ redTurn: 8, redSat: 0.5 });
  const through = (rgb: Vec3) => {
    const buffer = Float32Array.from(transform(rgbToRgb(bt709, working), rgb));
    primariesAndSecondaries.compile(p).run(buffer);
    transformBuffer(rgbToRgb(working, bt709), buffer);
    return toOklch({ mode: 'lrgb', r: buffer[0], g: buffer[1], b: buffer[2] });
  };
  const red = toOklch({ mode: 'lrgb', r: 0.8, g: 0, b: 0 });
  const turned = through([0.8, 0, 0]);
  expect(turned.h! - red.h!).toBeCloseTo(8, 0);
  expect(turned.c / red.c).toBeGreaterThan(0.5);
  expect(turned.c / red.c).toBeLessThan(0.56);
  const cyan = toOklch({ mode: 'lrgb', r: 0, g: 0.5, b: 0.5 });
  expect(through([0, 0.5, 0.5]).h).toBeCloseTo(cyan.h!, 1);
});

test('primaries and secondaries: weights sum to 1 all round, and hues keep their order at any setting', () => {
  for (let h = -30; h < 400; h += 3.7) expect(sectorWeights(h).reduce((a, b) => a + b, 0)).toBeCloseTo(1, 12);
  const worst = primariesAndSecondaries.schema.parse({ yellowTurn: 10, greenTurn: -10 });
  const turned = (h: number) =>
    h + sectorWeights(h).reduce((sum, w, i) => sum + w * worst[`${sectors[i].id}Turn`], 0);
  for (let h = 29; h < 388; h += 0.5) expect(turned(h + 0.5)).toBeGreaterThan(turned(h));
});

test('clean ends take colour from blacks and whites, not from the middle', () => {
  const p = { shadows: 1, highlights: 1, below: -4, above: 3 };
  const spread = (level: number) => {
    const out = run('cleanEnds', p, [level * 1.3, level, level * 0.7]);
    return (out[0] - out[2]) / out[1];
  };
  expect(spread(stopsToLinear(-7))).toBeCloseTo(0, 6);
  expect(spread(stopsToLinear(5))).toBeCloseTo(0, 6);
  expect(spread(0.18)).toBeCloseTo(0.6, 5);
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
    const p = zonesSchema.parse({ shadows: { density: 0.3 } });
    expect(zoneStops(p)(p.shadows.centre)).toBeCloseTo(p.shadows.centre - 0.3, 4);
    expect(zoneStops(p)(p.midtones.centre)).toBeCloseTo(0, 4);
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
      zones.compile(zonesSchema.parse({ shadows: { density: -2 }, midtones: { density: 2 } })).notes?.[0],
    ).toMatch(/held between/);
    expect(zones.compile(zonesSchema.parse({ shadows: { density: 0.3 } })).notes).toEqual([]);
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
