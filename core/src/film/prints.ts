import { mixOf } from '../colour/greyMix.ts';
import { type PrintStock, stockSchemaVersion } from './stock.ts';

const rest = { kind: 'velvet-dusk/print', schemaVersion: stockSchemaVersion } as const;

/** Invented prints that ship. Gamma near 3 and a grey printed at a density about 1.0 are common practice; every number is ours. To add one: a document below. */
export const prints: readonly PrintStock[] = [
  {
    ...rest,
    id: 'harbour',
    name: 'Harbour',
    about:
      'The standard print: deep neutral blacks, a firm middle, highlights that roll off within a stop and a half.',
    aim: 0.95,
    layers: {
      red: { dMin: 0.05, dMax: 3.7, gamma: 2.66, speed: 0, toe: 0.24, shoulder: 0.55 },
      green: { dMin: 0.05, dMax: 3.75, gamma: 2.7, speed: 0, toe: 0.24, shoulder: 0.55 },
      blue: { dMin: 0.05, dMax: 3.7, gamma: 2.72, speed: 0, toe: 0.25, shoulder: 0.55 },
    },
    dyes: mixOf({
      redFromGreen: 0.04,
      greenFromRed: 0.05,
      greenFromBlue: 0.04,
      blueFromRed: 0.01,
      blueFromGreen: 0.06,
    }),
  },
  {
    ...rest,
    id: 'gauze',
    name: 'Gauze',
    about: 'A soft print: open shadows over a charcoal black, and whites that are reached slowly.',
    aim: 0.92,
    layers: {
      red: { dMin: 0.06, dMax: 2.7, gamma: 2.15, speed: 0, toe: 0.38, shoulder: 0.8 },
      green: { dMin: 0.06, dMax: 2.7, gamma: 2.16, speed: 0, toe: 0.38, shoulder: 0.8 },
      blue: { dMin: 0.06, dMax: 2.65, gamma: 2.16, speed: 0, toe: 0.4, shoulder: 0.8 },
    },
    dyes: mixOf({
      redFromGreen: 0.06,
      greenFromRed: 0.06,
      greenFromBlue: 0.05,
      blueFromRed: 0.02,
      blueFromGreen: 0.07,
    }),
  },
  {
    ...rest,
    id: 'quarry',
    name: 'Quarry',
    about: 'A hard print: steep, full blacks that arrive early, colours that gain as they darken.',
    aim: 0.98,
    layers: {
      red: { dMin: 0.04, dMax: 4.2, gamma: 3.15, speed: 0, toe: 0.2, shoulder: 0.5 },
      green: { dMin: 0.04, dMax: 4.25, gamma: 3.2, speed: 0, toe: 0.2, shoulder: 0.5 },
      blue: { dMin: 0.04, dMax: 4.2, gamma: 3.2, speed: 0, toe: 0.2, shoulder: 0.5 },
    },
    dyes: mixOf({ redFromGreen: 0.03, greenFromRed: 0.03, greenFromBlue: 0.03, blueFromGreen: 0.04 }),
  },
  {
    ...rest,
    id: 'tallow',
    name: 'Tallow',
    about: 'A warm print: cream in the whites, a little blue at the very foot, neutral where it was timed.',
    aim: 0.95,
    layers: {
      red: { dMin: 0.05, dMax: 3.55, gamma: 2.74, speed: 0, toe: 0.24, shoulder: 0.6 },
      green: { dMin: 0.06, dMax: 3.55, gamma: 2.62, speed: 0, toe: 0.26, shoulder: 0.6 },
      blue: { dMin: 0.11, dMax: 3.3, gamma: 2.42, speed: 0, toe: 0.3, shoulder: 0.6 },
    },
    dyes: mixOf({
      redFromGreen: 0.05,
      greenFromRed: 0.06,
      greenFromBlue: 0.04,
      blueFromRed: 0.01,
      blueFromGreen: 0.06,
    }),
  },
];
