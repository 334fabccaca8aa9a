import type { CurveParams } from './characteristic.ts';
import { mixOf } from '../colour/greyMix.ts';
import { type NegativeStock, stockSchemaVersion } from './stock.ts';

const rest = { kind: 'velvet-dusk/negative', schemaVersion: stockSchemaVersion } as const;
const curve = (
  dMin: number,
  dMax: number,
  gamma: number,
  speed: number,
  toe: number,
  shoulder: number,
): CurveParams => ({
  dMin,
  dMax,
  gamma,
  speed,
  toe,
  shoulder,
});
const panchromatic: [number, number, number] = [0.3, 0.45, 0.25];
const alike = (c: CurveParams) => ({ red: c, green: c, blue: c });

/** Invented negatives that ship. An orange base that grows from red to blue is common practice; every number here is ours. To add one: a document below. */
export const negatives: readonly NegativeStock[] = [
  {
    ...rest,
    id: 'cordgrass',
    name: 'Cordgrass 64',
    about:
      'Fine daylight negative. A long straight line and clean separation between its layers: greens stay green beside ' +
      'skin, skies keep their depth, and colours are full without being loud. Shadows run out evenly.',
    sensitivity: { red: [0.94, 0.06, 0], green: [0.03, 0.94, 0.03], blue: [0, 0.05, 0.95] },
    layers: {
      red: curve(0.2, 2.55, 0.6, -1.14, 0.1, 0.28),
      green: curve(0.6, 3, 0.61, -1.16, 0.1, 0.28),
      blue: curve(0.82, 3.25, 0.62, -1.18, 0.1, 0.3),
    },
    interLayer: mixOf({
      redFromGreen: 0.2,
      redFromBlue: 0.02,
      greenFromRed: 0.14,
      greenFromBlue: 0.1,
      blueFromGreen: 0.18,
    }),
    push: { gamma: 0.12, speed: 0.55, fog: 0.03 },
  },
  {
    ...rest,
    id: 'lantern',
    name: 'Lantern 640',
    about:
      'Fast tungsten negative for lamps and dusk. Its blue layer sees deep, so shadows lean to blue while lamps stay ' +
      'amber; long toe and long shoulder hold both ends of a night street. Colours sit closer together.',
    sensitivity: { red: [0.88, 0.11, 0.01], green: [0.07, 0.86, 0.07], blue: [0.01, 0.12, 0.87] },
    layers: {
      red: curve(0.24, 2.3, 0.54, -1.36, 0.17, 0.42),
      green: curve(0.64, 2.75, 0.55, -1.42, 0.18, 0.42),
      blue: curve(0.92, 2.95, 0.52, -1.66, 0.26, 0.4),
    },
    interLayer: mixOf({ redFromGreen: 0.18, greenFromRed: 0.11, greenFromBlue: 0.07, blueFromGreen: 0.12 }),
    push: { gamma: 0.1, speed: 0.65, fog: 0.04 },
  },
  {
    ...rest,
    id: 'eiderdown',
    name: 'Eiderdown 160',
    about:
      'Soft pastel negative. Low gamma, a wide toe and a shoulder that begins early: light skin and bright skies melt ' +
      'into white, shadows stay open, and colours are pale because the layers see much of each other.',
    sensitivity: { red: [0.82, 0.16, 0.02], green: [0.1, 0.8, 0.1], blue: [0.02, 0.15, 0.83] },
    layers: {
      red: curve(0.22, 1.95, 0.47, -1.25, 0.24, 0.6),
      green: curve(0.58, 2.3, 0.47, -1.28, 0.24, 0.6),
      blue: curve(0.8, 2.5, 0.48, -1.3, 0.24, 0.62),
    },
    interLayer: mixOf({ redFromGreen: 0.09, greenFromRed: 0.06, greenFromBlue: 0.05, blueFromGreen: 0.06 }),
    push: { gamma: 0.14, speed: 0.5, fog: 0.03 },
  },
  {
    ...rest,
    id: 'enamel',
    name: 'Enamel 100',
    about:
      'Hard, reversal-like. Steep, short and very clean: reds and greens turn to enamel, neon cuts, shadows close ' +
      'quickly and highlights have little room. Expose it with care, and print it on a soft stock.',
    sensitivity: { red: [0.98, 0.02, 0], green: [0.01, 0.98, 0.01], blue: [0, 0.02, 0.98] },
    layers: {
      red: curve(0.16, 2.9, 0.8, -0.8, 0.13, 0.38),
      green: curve(0.2, 3, 0.82, -0.82, 0.13, 0.38),
      blue: curve(0.24, 3.05, 0.82, -0.82, 0.13, 0.38),
    },
    interLayer: mixOf({
      redFromGreen: 0.16,
      redFromBlue: 0.03,
      greenFromRed: 0.12,
      greenFromBlue: 0.1,
      blueFromGreen: 0.16,
    }),
    push: { gamma: 0.08, speed: 0.7, fog: 0.02 },
  },
  {
    ...rest,
    id: 'attic',
    name: 'Attic 100',
    about:
      'An aged negative. Fog has risen, most of all in blue; the blue layer has lost gamma and the dyes have faded. ' +
      'Printed for a neutral mid-grey, its shadows turn blue and its highlights yellow, over veiled blacks.',
    sensitivity: { red: [0.86, 0.12, 0.02], green: [0.08, 0.84, 0.08], blue: [0.03, 0.15, 0.82] },
    layers: {
      red: curve(0.42, 2.1, 0.53, -0.98, 0.26, 0.4),
      green: curve(0.78, 2.35, 0.5, -1, 0.26, 0.42),
      blue: curve(1.2, 2.4, 0.42, -1.02, 0.34, 0.4),
    },
    interLayer: mixOf({ redFromGreen: 0.09, greenFromRed: 0.06, greenFromBlue: 0.03, blueFromGreen: 0.04 }),
    push: { gamma: 0.1, speed: 0.35, fog: 0.08 },
  },
  {
    ...rest,
    id: 'slate',
    name: 'Slate 250',
    about:
      'Black-and-white. One emulsion that sees a little more green than red and blue: skin has shape, a dusk sky goes ' +
      'to mid-grey, red neon is bright. Long straight line, slow shoulder.',
    sensitivity: { red: panchromatic, green: panchromatic, blue: panchromatic },
    layers: alike(curve(0.22, 2.4, 0.62, -1.2, 0.16, 0.4)),
    interLayer: mixOf({}),
    push: { gamma: 0.16, speed: 0.6, fog: 0.04 },
  },
];
