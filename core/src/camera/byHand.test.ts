import { describe, expect, test } from 'vitest';
import { stopsToLinear } from '../colour/exposure.ts';
import { transform } from '../colour/matrix.ts';
import { luminanceWeights, rgbToRgb } from '../colour/rgbSpace.ts';
import { bt709 } from '../colour/spaces/index.ts';
import { allProfiles } from '../testing/profiles.ts';
import { firstStretch, greySpan, handCurve, handProfile, heldStretch } from './byHand.ts';
import { makeCodec } from './codec.ts';
import { makeCurve } from './curves/index.ts';

/** Log curves of published standards and of the demo's cameras: what the school is used on. */
const logs = allProfiles.filter(({ curve }) => ['logWithLinearToe', 'pureLog'].includes(curve.family));

describe.each(logs.map((p) => [p.id, p] as const))(
  'footage of %s, stretched by its own black, grey and white',
  (_, profile) => {
    const { encode } = makeCodec(profile);
    const stretch = { black: encode(0), grey: encode(0.18), white: encode(0.9), saturation: 1 };
    const curve = makeCurve(handCurve(stretch));

    test('puts the three where they belong', () => {
      const held = heldStretch(stretch);
      expect(curve.inverse(held.black)).toBeCloseTo(0, 6);
      expect(curve.inverse(held.grey)).toBeCloseTo(0.18, 5);
      expect(curve.inverse(held.white)).toBeCloseTo(0.9, 5);
    });

    test('is within half a stop of the real curve from three stops under grey to three over', () => {
      for (let stops = -3; stops <= 3; stops += 0.25) {
        const read = curve.inverse(encode(stopsToLinear(stops)));
        expect(Math.abs(Math.log2(read / stopsToLinear(stops)))).toBeLessThan(0.5);
      }
    });
  },
);

test('saturation spreads colours about their luminance, and greys stay', () => {
  const made = handProfile({ black: 0.1, grey: 0.4, white: 0.6, saturation: 1.6 }, 'Quay');
  const toBt709 = rgbToRgb(made, bt709);
  const [wr, wg, wb] = luminanceWeights(bt709);
  const camera = [0.3, 0.2, 0.1] as const;
  const y = wr * 0.3 + wg * 0.2 + wb * 0.1;
  transform(toBt709, camera).forEach((v, c) => expect(v).toBeCloseTo(y + 1.6 * (camera[c] - y), 6));
  transform(toBt709, [0.5, 0.5, 0.5]).forEach((v) => expect(v).toBeCloseTo(0.5, 6));
  expect(made.guess).toBe('stretched by eye on Quay');
});

test('numbers that make no curve are held to those that do', () => {
  const held = heldStretch({ black: 0.9, grey: 0.1, white: 0.2, saturation: 9 });
  const { min, max } = greySpan(held);
  expect(held.black).toBeLessThan(held.white);
  expect(held.grey).toBeGreaterThanOrEqual(min);
  expect(held.grey).toBeLessThanOrEqual(max);
  expect(held.saturation).toBe(2);
  for (const saturation of [0.4, 2]) expect(() => handProfile({ ...held, saturation }, 'Quay')).not.toThrow();
  expect(handProfile(held, 'Quay', ['quay-by-eye']).id).toBe('quay-by-eye-2');
});

test('it begins at the ends of what a frame holds', () => {
  const histogram = Array.from({ length: 256 }, (_, i) => (i >= 60 && i < 160 ? 0.01 : 0));
  const { black, white, grey } = firstStretch(histogram);
  expect(black * 255).toBeCloseTo(60, 0);
  expect(white * 255).toBeCloseTo(158, 0);
  expect(grey).toBeGreaterThan(black);
  expect(grey).toBeLessThan(white);
});
