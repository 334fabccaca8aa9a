import fc from 'fast-check';
import { expect, test } from 'vitest';
import { makeCodec } from '../camera/codec.ts';
import { linearToStops, midGrey } from '../colour/exposure.ts';
import { codeToLight } from '../order/end.ts';
import { profileOf } from '../testing/profiles.ts';
import { atRest } from './condition.ts';
import { enduranceOf, enduranceSearch, type Failure, limitOf } from './endurance.ts';
import { reshoot } from './reshoot.ts';
import { plainRecording } from '../testing/recorded.ts';

const { ends, steps } = enduranceSearch.exposure;
const fail = (id: string): Failure => ({ id, value: null });

test('a known limit is found within a twentieth of a stop, and what fails there is named', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.01, max: 5.9, noNaN: true }),
      fc.double({ min: -5.9, max: -0.01, noNaN: true }),
      (high, low) => {
        const failsAt = (x: number) => [
          ...(x > high ? [fail('clipped')] : []),
          ...(x < low ? [fail('crushed')] : []),
        ];
        const found = enduranceOf(failsAt, ends, steps);
        expect(found.high.at).toBeLessThanOrEqual(high);
        expect(found.high.at).toBeGreaterThan(high - steps.tolerance - 1e-9);
        expect(found.low.at).toBeGreaterThanOrEqual(low);
        expect(found.low.at).toBeLessThan(low + steps.tolerance + 1e-9);
        expect([found.low.fails, found.high.fails]).toEqual([[fail('crushed')], [fail('clipped')]]);
      },
    ),
  );
});

test('what holds everywhere holds to the end of the search; what fails at rest holds nowhere', () => {
  expect(limitOf(() => [], -6, steps)).toEqual({ at: -6, fails: [] });
  const fails = [fail('skinHue')];
  const none = enduranceOf(() => fails, ends, steps);
  expect(none).toEqual({ low: { at: 0, fails }, high: { at: 0, fails }, atRest: fails });
});

test('what fails on the way and holds again further out is not jumped over', () => {
  const island = limitOf((x) => (x > 1.2 && x < 1.8 ? [fail('midGrey')] : []), 6, steps);
  expect(island.at).toBeGreaterThan(1.1);
  expect(island.at).toBeLessThanOrEqual(1.2);
});

test.each(['heron', 'wren', 'plover'])(
  'of a grey through %s it is the sensor’s own room to its clip, and to its floor',
  (id) => {
    const profile = profileOf(id);
    const codec = makeCodec(profile);
    const grey = new Float32Array([midGrey, midGrey, midGrey]);
    const code = Float32Array.from(grey, (v) => codec.encode(v));
    const plate = { ...plainRecording('grey', profile), bits: 10, width: 1, height: 1, code };
    const stopsAt = (exposure: number) => {
      const condition = { ...atRest('grey', 'none'), exposure, noise: 0 };
      const shown = reshoot(plate, condition, [profile]).code;
      codeToLight(profile)(shown);
      return linearToStops(shown[1]);
    };
    const { clipStops, floorStops } = profile.sensor;
    const codeStep = 0.05;
    const failsAt = (exposure: number) => [
      ...(stopsAt(exposure) < exposure - codeStep ? [fail('clipped')] : []),
      ...(exposure < floorStops ? [fail('floor')] : []),
    ];
    const found = enduranceOf(failsAt, { low: -9, high: 9 }, steps);
    expect(Math.abs(found.high.at - clipStops)).toBeLessThan(steps.tolerance + codeStep);
    expect(Math.abs(found.low.at - floorStops)).toBeLessThan(steps.tolerance + 1e-9);
  },
);
