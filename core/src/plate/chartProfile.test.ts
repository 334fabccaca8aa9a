import { expect, test } from 'vitest';
import { makeCodec } from '../camera/codec.ts';
import { invert, type Mat3, multiply, transform, type Vec3 } from '../colour/matrix.ts';
import { rgbToRgb } from '../colour/rgbSpace.ts';
import { bt709, working } from '../colour/spaces/index.ts';
import { seeded } from '../numeric/random.ts';
import { profileOf } from '../testing/profiles.ts';
import { chartProfile, helpsChart } from './chartProfile.ts';
import { solveChart } from './chartSolve.ts';

const [real, taken] = [profileOf('heron'), profileOf('wren')];
const uniform = seeded(4);
const patches = Array.from({ length: 24 }, (_, i) => ({
  name: `patch ${i + 1}`,
  reference: [0, 1, 2].map(() => 0.03 + 0.8 * uniform()) as unknown as Vec3,
}));

test('a chart recorded by one camera and read as another gives that camera’s primaries back', () => {
  // Reference light → the camera's own → as the wrong profile reads it.
  const misread = multiply(
    multiply(makeCodec(taken).toWorking, invert(makeCodec(real).toWorking)),
    rgbToRgb(bt709, working),
  );
  const solution = solveChart(patches.map((p) => ({ ...p, measured: transform(misread, p.reference) })));
  expect(helpsChart(solution)).toBe(true);
  const made = chartProfile({ ...taken, curve: real.curve }, solution.matrix, 'a plate');
  const [ours, theirs] = [makeCodec(made).toWorking, makeCodec(real).toWorking];
  const apart = (a: Mat3, b: Mat3) => Math.max(...a.map((v, i) => Math.abs(v - b[i])));
  // Exposure is matched by the middle of all patches, which colours pull at.
  expect(apart(ours, theirs)).toBeLessThan(0.01);
  expect(apart(makeCodec(taken).toWorking, theirs)).toBeGreaterThan(0.1);
  expect(made).toMatchObject({ name: `${taken.name}, by chart`, curve: real.curve, checkTable: [] });
  expect(made.citation).toContain('solved on a chart, a plate');
});

test('primaries outside all colours are refused in words', () => {
  expect(() => chartProfile(taken, [1, 0, 0, 0, 0.2, 0.8, 0.5, -3, 3.5], 'a plate')).toThrow(
    /check its references/,
  );
});
