import fc from 'fast-check';
import { negatives } from '../../film/negatives.ts';
import { prints } from '../../film/prints.ts';
import { sectors } from './primariesAndSecondaries.ts';
import { zoneNames } from './zoneCurve.ts';
import { zonesSchema } from './zones.ts';
import { curveNames } from './curves.ts';
import { hueBeltSchema } from './hueBelt.ts';
import type { CurvePoint } from './curvePoints.ts';

/** Settings for property tests: anything a step's schema allows. */

export const amount = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const zoneArbitrary = fc.record({ density: amount(-3, 3), warm: amount(-1, 1), green: amount(-1, 1) });
export const zonesArbitrary = fc
  .record(Object.fromEntries(zoneNames.map((n) => [n, zoneArbitrary])))
  .map((p) => zonesSchema.parse(p));
/** Any settings a step may have, by step id. */
export const settings: Record<string, fc.Arbitrary<unknown>> = {
  exposure: fc.record({ stops: amount(-6, 6) }),
  contrast: fc.record({ contrast: amount(0.25, 3), pivot: amount(0.01, 1) }),
  zones: zonesArbitrary,
  saturation: fc.record({ amount: amount(0, 3) }),
  printerLights: fc.record({
    all: amount(-50, 50),
    red: amount(-50, 50),
    green: amount(-50, 50),
    blue: amount(-50, 50),
  }),
  balance: fc.record({ mired: amount(-100, 100), duv: amount(-0.03, 0.03) }),
  toeShoulder: fc.record({
    toe: amount(-0.9, 0.9),
    shoulder: amount(-0.9, 0.9),
    toeAt: amount(-8, -0.5),
    shoulderAt: amount(0.5, 6),
  }),
  blackWhitePoint: fc.record({ black: amount(-1, 5), ceiling: amount(1, 12) }),
  colourDensity: fc.record({ amount: amount(-2, 2) }),
  channelMix: fc.record(
    Object.fromEntries(
      ['redFromGreen', 'redFromBlue', 'greenFromRed', 'greenFromBlue', 'blueFromRed', 'blueFromGreen'].map(
        (k) => [k, amount(-0.3, 0.3)],
      ),
    ),
  ),
  gamutCompression: fc.record({ amount: amount(0, 1) }),
  cleanEnds: fc.record({
    shadows: amount(0, 1),
    highlights: amount(0, 1),
    below: amount(-8, -1),
    above: amount(0.5, 6),
  }),
  cdl: fc.record({
    ...Object.fromEntries(['R', 'G', 'B'].map((c) => [`slope${c}`, amount(0, 4)])),
    ...Object.fromEntries(['R', 'G', 'B'].map((c) => [`offset${c}`, amount(-0.5, 0.5)])),
    ...Object.fromEntries(['R', 'G', 'B'].map((c) => [`power${c}`, amount(0.2, 4)])),
    saturation: amount(0, 3),
  }),
};
settings.primariesAndSecondaries = fc.record(
  Object.fromEntries(
    sectors.flatMap((s) => [
      [`${s.id}Turn`, amount(-10, 10)],
      [`${s.id}Sat`, amount(0, 2)],
      [`${s.id}Density`, amount(-1, 1)],
    ]),
  ),
);

/** Points of a curve at fixed places with any levels. */
const points = (xs: readonly number[], min: number, max: number): fc.Arbitrary<CurvePoint[]> =>
  fc.tuple(...xs.map(() => amount(min, max))).map((ys) => xs.map((x, i) => ({ x, y: ys[i] })));
settings.curves = fc.record(
  Object.fromEntries(curveNames.map((n) => [n, points([-7, -3, 0, 2, 5], -10, 8)])),
);
settings.satByLuminance = fc.record({ points: points([-6, -2, 0, 3], 0, 2) });
settings.satBySaturation = fc.record({ points: points([0, 0.05, 0.15, 0.4], 0, 2) });
export const hueNodes = fc
  .uniqueArray(fc.integer({ min: 0, max: 71 }), { minLength: 0, maxLength: 8 })
  .chain((places) =>
    fc.tuple(
      ...places.map((place) =>
        fc.record({
          hue: fc.constant(place * 5),
          reach: amount(8, 150),
          turn: amount(-60, 60),
          saturation: amount(0, 3),
          density: amount(-2, 2),
        }),
      ),
    ),
  );
settings.hueBelt = hueNodes.map((nodes) => hueBeltSchema.parse({ nodes }));
const selectionSettings = {
  hue: amount(0, 360),
  hueReach: amount(2, 180),
  hueSoft: amount(2, 90),
  satLow: amount(0, 0.6),
  satHigh: amount(0, 0.6),
  satSoft: amount(0.01, 0.3),
  low: amount(-12, 8),
  high: amount(-12, 8),
  levelSoft: amount(0.2, 6),
};
settings.drawTogether = fc.record({
  huePull: amount(0, 1),
  satPull: amount(0, 1),
  toHue: amount(0, 360),
  aim: amount(0, 0.6),
  ...selectionSettings,
});
settings.colourBox = fc.record({
  turn: amount(-60, 60),
  saturation: amount(0, 3),
  density: amount(-3, 3),
  warm: amount(-1, 1),
  green: amount(-1, 1),
  ...selectionSettings,
});
settings.skinKeep = fc.record({
  hue: amount(0, 1),
  saturation: amount(0, 1),
  lean: amount(-20, 20),
  aim: amount(0.02, 0.25),
  reach: amount(5, 60),
});
settings.placedLut = fc.record({
  lut: fc.constantFrom(null, { sha256: 'a'.repeat(64), name: 'warm.cube' }),
  encoding: fc.constantFrom('log', 'display'),
  interpolation: fc.constantFrom('tetrahedral', 'trilinear'),
});
settings.negative = fc.record({
  stock: fc.constantFrom(null, ...negatives),
  index: amount(-3, 3),
  push: amount(-2, 2),
});
settings.print = fc.record({
  stock: fc.constantFrom(null, ...prints),
  locked: fc.boolean(),
  red: amount(-25, 75),
  green: amount(-25, 75),
  blue: amount(-25, 75),
  density: amount(-24, 24),
  contrast: amount(0.6, 1.5),
  blackSoft: amount(0, 1),
  whiteSoft: amount(0, 1),
  silver: amount(0, 1),
});
