import { describe, expect, test } from 'vitest';
import { rgbToXyz } from '../src/colour/rgbSpace.ts';
import { transformBuffer } from '../src/colour/matrix.ts';
import { pqCurve } from '../src/colour/transfer/pq.ts';
import { seeded } from '../src/numeric/random.ts';
import { compileOutput, type Display, levelsOf, referenceOf } from '../src/render/display.ts';
import { hlgGamma } from '../src/render/outputs/hdr.ts';
import { compileRendering, standardRendering } from '../src/render/rendering.ts';
import { ocio, toPixels, worstDifference } from './tools.ts';

/** Displays against OpenColorIO 2, Debian's build, and against the figures of their standards. */

const uniform = seeded(31);
const lights = (n: number) => new Float32Array(n * 3).map(() => uniform() ** 2);

/** XYZ as OpenColorIO's display transforms take it: 1 is 100 cd/m² on an HDR display, white on the others. */
function xyzOf(display: Display, light: Float32Array, unit: number): Float32Array {
  const xyz = Float32Array.from(light);
  transformBuffer(rgbToXyz(compileOutput(display).space), xyz);
  return xyz.map((v) => v * unit);
}

/** Display light, 1 at the peak → signal, as an output encodes it. */
function signalOf(display: Display, light: Float32Array): Float32Array {
  const { curve, system } = compileOutput(display);
  const rgb = Float32Array.from(light);
  system?.fromLight(rgb);
  return rgb.map((x) => Math.min(curve.forward(x), 1));
}

const full = { range: 'full' } as const;
const builtins: [string, Display, number][] = [
  ['DISPLAY - CIE-XYZ-D65_to_REC.1886-REC.709', { output: 'bt1886', ...full }, 1],
  ['DISPLAY - CIE-XYZ-D65_to_sRGB', { output: 'srgb', ...full }, 1],
  ['DISPLAY - CIE-XYZ-D65_to_G2.6-P3-D65', { output: 'p3-d65', ...full }, 1],
  ['DISPLAY - CIE-XYZ-D65_to_REC.1886-REC.2020', { output: 'bt2020', ...full }, 1],
  ['DISPLAY - CIE-XYZ-D65_to_REC.2100-PQ', { output: 'pq', ...full }, 10],
  ['DISPLAY - CIE-XYZ-D65_to_REC.2100-PQ', { output: 'pq', ...full, peak: 4000 }, 40],
  ['DISPLAY - CIE-XYZ-D65_to_REC.2100-HLG-1000nit', { output: 'hlg', ...full }, 10],
];

test.each(builtins)('%s agrees within 5e-4 of the signal, %o', (style, display, unit) => {
  const light = lights(600);
  const theirs = ocio({ kind: 'builtin', style }, toPixels(xyzOf(display, light, unit)));
  // Their primaries are rounded to the digits of a matrix; near black a power makes much of it.
  expect(worstDifference(signalOf(display, light), theirs)).toBeLessThan(5e-4);
});

test('Display P3 agrees with OpenColorIO’s P3 primaries and sRGB curve within 2e-4', () => {
  const light = lights(600);
  const display: Display = { output: 'display-p3', range: 'full' };
  // Release 2.1 has no built-in of this display; linear P3 is its own 2.6 power undone.
  const parts = [
    { kind: 'builtin', style: 'DISPLAY - CIE-XYZ-D65_to_G2.6-P3-D65' },
    { kind: 'exponent', gamma: 2.6 },
  ];
  const linear = ocio({ kind: 'group', parts }, toPixels(xyzOf(display, light, 1)));
  const theirs = ocio({ kind: 'monCurve', gamma: 2.4, offset: 0.055 }, linear, true);
  expect(worstDifference(signalOf(display, light), theirs)).toBeLessThan(2e-4);
});

/** What a rendering shows of a grey of the scene, cd/m². */
function shownGrey(display: Display, sceneLinear: number): number {
  const rgb = new Float32Array(3).fill(sceneLinear);
  const rendering = compileRendering({ ...standardRendering, ...display, part: 'light' });
  rendering.run(rgb);
  return 10_000 * pqCurve.inverse(rgb[1]);
}

/** Codes of a grey card of 18 % and of a white of 100 %. */
function codesOf(display: Display, preset: 'wide' | 'standard' | 'punchy'): number[] {
  const rgb = new Float32Array(6);
  rgb.fill(0.18, 0, 3).fill(1, 3);
  compileRendering({ ...standardRendering, ...display, preset }).run(rgb);
  return [rgb[1], rgb[4]];
}

describe.each(['wide', 'standard', 'punchy'] as const)('%s', (preset) => {
  describe.each([600, 1000, 2000, 4000])('peak %i cd/m²', (peak) => {
    test('PQ meets the light of ITU-R BT.2408, table 1: 26 and 203 cd/m²', () => {
      const codes = codesOf({ output: 'pq', range: 'full', peak }, preset);
      const [grey, white] = codes.map((code) => 10_000 * pqCurve.inverse(code));
      expect(grey).toBeCloseTo(26, 1);
      expect(white).toBeCloseTo(203, 0);
    });

    test.each([0, 0.05])('HLG meets its signals: 38 and 75 %; black %d', (black) => {
      const signals = codesOf({ output: 'hlg', range: 'full', peak, ...(black ? { black } : {}) }, preset);
      expect(signals[0]).toBeCloseTo(0.38, 4);
      expect(signals[1]).toBeCloseTo(0.75, 4);
    });
  });
});

test('a HLG signal of reference white is 203 cd/m² on a display of 1000, and follows the system gamma of any other (BT.2100-2, table 5)', () => {
  // E at 75 % by the OETF's inverse, to the power of the gamma, times the peak.
  const E = (Math.exp((0.75 - 0.55991073) / 0.17883277) + 0.28466892) / 12;
  for (const peak of [600, 1000, 2000, 4000]) {
    const { white, grey } = referenceOf({ output: 'hlg', peak })!;
    expect(white).toBeCloseTo(peak * E ** hlgGamma(peak), 3);
    expect(grey).toBeCloseTo(peak * (0.38 ** 2 / 3) ** hlgGamma(peak), 3);
  }
  expect(referenceOf({ output: 'hlg' })!.white).toBeCloseTo(203, 0);
  expect(referenceOf({ output: 'hlg' })!.grey).toBeCloseTo(26, 0);
});

test('on a display of 1000 cd/m² both HDR signals carry the same light, within 3 %', () => {
  for (const scene of [0.02, 0.18, 1, 4]) {
    const pq = shownGrey({ output: 'pq', range: 'full', peak: 1000 }, scene);
    expect(Math.abs(shownGrey({ output: 'hlg', range: 'full', peak: 1000 }, scene) / pq - 1)).toBeLessThan(
      0.03,
    );
  }
});

test('the system gamma of ITU-R BT.2100-2, note 5f, and BT.2390 beyond 2000 cd/m²', () => {
  expect(hlgGamma(1000)).toBe(1.2);
  expect(hlgGamma(600)).toBeCloseTo(1.1068, 4);
  expect(hlgGamma(2000)).toBeCloseTo(1.3264, 4);
  expect(hlgGamma(4000)).toBeCloseTo(1.2 * 1.111 ** 2, 10);
});

test('the black of a display: BT.1886 by its annex 1, HLG by the lift of BT.2100-2 table 5', () => {
  const video = compileOutput({ output: 'bt1886', peak: 100, black: 0.1 });
  expect(video.curve.inverse(0)).toBeCloseTo(0.001, 9);
  expect(video.curve.inverse(1)).toBeCloseTo(1, 9);
  const { curve, system } = compileOutput({ output: 'hlg', peak: 1000, black: 0.05 });
  const rgb = new Float32Array(3).fill(curve.inverse(0));
  system!.toLight(rgb);
  expect(rgb[1] * 1000).toBeCloseTo(0.05, 4);
  expect(curve.inverse(1)).toBeCloseTo(1, 6);
});

test('a display is shown on a screen as BT.709, with reference white at 1', () => {
  for (const display of [
    { output: 'pq', range: 'full' },
    { output: 'hlg', range: 'narrow', peak: 4000 },
    { output: 'p3-d65', range: 'full' },
    { output: 'bt2020', range: 'full' },
  ] satisfies Display[]) {
    const rgb = new Float32Array(6);
    rgb.fill(0.18, 0, 3).fill(60, 3);
    const rendering = compileRendering({ ...standardRendering, ...display, part: 'screen' });
    rendering.run(rgb);
    // 26 of 203 cd/m² is 42 % of a gamma of 2.4; the cinema's 42 % is of its own gamma, and HLG's of the display's.
    const hdr = referenceOf(display);
    const grey =
      (hdr ? hdr.grey / hdr.white : 0.42 ** (display.output === 'p3-d65' ? 2.6 : 2.4)) ** (1 / 2.4);
    expect(Math.abs(rgb[1] - grey)).toBeLessThan(0.006);
    expect(rgb[4]).toBeCloseTo(1, 5);
    expect(rendering.greyAt(rgb[1])).toBeCloseTo(0.18, 4);
  }
});

test('every display is undone inside its gamut, in both ranges and at every depth of the narrow one', () => {
  const scene = new Float32Array(600).map((_, i) => 0.18 * 2 ** (4 * Math.sin(i * 1.7)));
  // Near grey, so that no channel reaches the end of the smallest gamut.
  for (let i = 0; i < scene.length; i += 3) scene[i + 2] = (scene[i] + scene[i + 1]) / 2;
  for (const output of ['bt1886', 'srgb', 'display-p3', 'p3-d65', 'bt2020', 'hlg', 'pq'] as const)
    for (const range of ['full', 'narrow'] as const)
      for (const depth of [8, 10, 12, 16] as const) {
        const display: Display = { output, range, depth };
        const rendering = compileRendering({ ...standardRendering, ...display });
        const rgb = Float32Array.from(scene);
        rendering.run(rgb);
        const [low, high] =
          range === 'full'
            ? [0, 1]
            : [2 ** (depth - 4), 235 * 2 ** (depth - 8)].map((v) => v / (2 ** depth - 1));
        rgb.forEach((v) => expect(v).toBeGreaterThanOrEqual(low - 1e-6));
        rgb.forEach((v) => expect(v).toBeLessThanOrEqual(high + 1e-6));
        const free = rgb.map((v, i) =>
          Math.max(...rgb.subarray(i - (i % 3), i - (i % 3) + 3)) < high - 0.02 ? v : NaN,
        );
        rendering.inverse(rgb);
        rgb.forEach((v, i) => {
          if (!Number.isNaN(free[i])) expect(Math.abs(v / scene[i] - 1)).toBeLessThan(4e-3);
        });
      }
});

test('peaks of a display are those it can have', () => {
  expect(levelsOf({ output: 'p3-d65' }).peak).toBe(48);
  expect(levelsOf({ output: 'pq', peak: 600 })).toEqual({ peak: 600, black: 0 });
});
