import { expect, test } from 'vitest';
import { seeded } from '../src/numeric/random.ts';
import { compressGamut, expandGamut } from '../src/colour/gamutCompression.ts';
import { transformBuffer } from '../src/colour/matrix.ts';
import { rgbToRgb } from '../src/colour/rgbSpace.ts';
import { ap0, ap1, bt709 } from '../src/colour/spaces/index.ts';
import { acescct } from '../src/colour/transfer/acescct.ts';
import { bt1886, bt1886Gamma } from '../src/colour/transfer/bt1886.ts';
import { srgbCurve } from '../src/colour/transfer/srgb.ts';
import { ocio, toPixels, worstDifference } from './tools.ts';

/** Against OpenColorIO 2, Debian's build. */

const uniform = seeded(7);
const randomColours = (n: number, low: number, high: number) =>
  new Float32Array(n * 3).map(() => low + (high - low) * uniform());

const greys = (n: number, low: number, high: number) =>
  new Float32Array(n * 3).map((_, i) => low + ((high - low) * Math.floor(i / 3)) / (n - 1));

test('AP1 to BT.709 and back agree with OpenColorIO within 1e-6', () => {
  const rgb = randomColours(500, -0.2, 1);
  const theirs = ocio({ kind: 'builtin', style: 'UTILITY - ACES-AP1_to_LINEAR-REC709_BFD' }, toPixels(rgb));
  const ours = Float32Array.from(rgb);
  transformBuffer(rgbToRgb(ap1, bt709), ours);
  expect(worstDifference(ours, theirs)).toBeLessThan(1e-6);
  transformBuffer(rgbToRgb(bt709, ap1), ours);
  expect(worstDifference(ours, toPixels(rgb))).toBeLessThan(1e-6);
});

test('AP1 to AP0 agrees with OpenColorIO within 1e-6', () => {
  const rgb = randomColours(200, 0, 1);
  const theirs = ocio({ kind: 'builtin', style: 'ACEScg_to_ACES2065-1' }, toPixels(rgb));
  transformBuffer(rgbToRgb(ap1, ap0), rgb);
  expect(worstDifference(rgb, theirs)).toBeLessThan(1e-6);
});

test('ACEScct decodes as OpenColorIO does within 1e-5 of the value', () => {
  // OpenColorIO's built-in goes on to AP0, so the matrix is taken on both sides.
  const code = greys(400, -0.1, 1.2);
  const theirs = ocio({ kind: 'builtin', style: 'ACEScct_to_ACES2065-1' }, toPixels(code));
  const ours = code.map(acescct.inverse);
  transformBuffer(rgbToRgb(ap1, ap0), ours);
  theirs.forEach((p, i) =>
    expect(Math.abs(p[0] - ours[i * 3])).toBeLessThan(1e-5 * Math.max(1, Math.abs(p[0]))),
  );
});

test('sRGB agrees with OpenColorIO’s monitor curve within 1e-5', () => {
  const code = greys(400, 0, 1);
  const theirs = ocio({ kind: 'monCurve', gamma: 2.4, offset: 0.055 }, toPixels(code));
  expect(worstDifference(code.map(srgbCurve.inverse), theirs)).toBeLessThan(1e-5);
});

test('BT.1886 with black at 0 agrees with OpenColorIO’s exponent within 1e-5', () => {
  const code = greys(400, 0, 1);
  const theirs = ocio({ kind: 'exponent', gamma: bt1886Gamma }, toPixels(code));
  expect(worstDifference(code.map(bt1886().inverse), theirs)).toBeLessThan(1e-5);
});

test('reference gamut compression agrees with OpenColorIO within 1e-5 and inverts', () => {
  const rgb = randomColours(2000, -0.25, 2);
  const params = [1.147, 1.264, 1.312, 0.815, 0.803, 0.88, 1.2];
  const theirs = ocio({ kind: 'gamutCompression', params }, toPixels(rgb));
  const ours = Float32Array.from(rgb);
  compressGamut(ours);
  expect(worstDifference(ours, theirs)).toBeLessThan(1e-5);
  expandGamut(ours);
  // Close to the asymptote float32 loses digits; what is inside the limits comes back.
  const inside = toPixels(rgb).filter((p) => (Math.max(...p) - Math.min(...p)) / Math.max(...p) < 1.14);
  expect(inside.length).toBeGreaterThan(500);
  toPixels(rgb).forEach((p, i) => {
    if (!inside.includes(p)) return;
    p.forEach((v, c) => expect(Math.abs(ours[i * 3 + c] - v)).toBeLessThan(2e-5));
  });
});
