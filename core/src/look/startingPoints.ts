import { type Look, lookSchemaVersion, parseLook } from './document.ts';
import { negatives } from '../film/negatives.ts';
import { prints } from '../film/prints.ts';
import { startingSteps, type StepType } from './steps/index.ts';

/** A recipe to take apart: real steps with real numbers, not a picture. */
export interface StartingPoint {
  id: string;
  label: string;
  /** What it does and where it is meant, in one sentence. */
  about: string;
  /** Its luminance change is taken out again. */
  colourOnly?: true;
  steps: readonly { type: StepType; params: Record<string, unknown> }[];
}

const negative = (id: string) => negatives.find((stock) => stock.id === id)!;
const print = (id: string) => prints.find((stock) => stock.id === id)!;

/**
 * Starting points, each shaped by eye on all of the demo's plates and plain to tell from the others at full strength:
 * people dial down. To add one: an object here; its test holds it apart from the rest.
 */
export const startingPoints: readonly StartingPoint[] = [
  {
    id: 'neutral',
    label: 'Neutral',
    about: 'The usual steps, all at rest.',
    steps: startingSteps.map((type) => ({ type, params: {} })),
  },
  {
    id: 'cold-dusk',
    label: 'Cold dusk',
    about: 'Shadows lean to cyan-blue, lamps keep their amber, blacks are clean.',
    steps: [
      { type: 'contrast', params: { contrast: 1.12 } },
      {
        type: 'zones',
        params: {
          shadows: { density: 0.3, warm: -0.85, green: 0.16 },
          midtones: { warm: -0.42, green: 0.05 },
          highlights: { density: -0.1, warm: 0.12 },
        },
      },
      { type: 'saturation', params: { amount: 0.8 } },
      { type: 'cleanEnds', params: { shadows: 0.6, below: -4.5 } },
    ],
  },
  {
    id: 'amber-street',
    label: 'Amber street',
    about: 'Sodium light over everything but the deepest shadows; most tint in the midtones.',
    steps: [
      { type: 'exposure', params: { stops: -0.2 } },
      { type: 'contrast', params: { contrast: 1.06 } },
      {
        type: 'zones',
        params: {
          shadows: { warm: 0.14, green: 0.05 },
          midtones: { warm: 0.72, green: 0.14 },
          highlights: { density: 0.12, warm: 0.5, green: 0.08 },
        },
      },
      { type: 'saturation', params: { amount: 0.9 } },
      { type: 'cleanEnds', params: { shadows: 0.4, highlights: 0.3 } },
    ],
  },
  {
    id: 'faded-day',
    label: 'Faded day',
    about: 'Lifted blacks, held whites, soft contrast and thin colour.',
    steps: [
      { type: 'contrast', params: { contrast: 0.8 } },
      { type: 'toeShoulder', params: { toe: 0.12, shoulder: 0.16 } },
      { type: 'zones', params: { shadows: { warm: -0.12 }, highlights: { warm: 0.16 } } },
      { type: 'saturation', params: { amount: 0.66 } },
      { type: 'blackWhitePoint', params: { black: 1.5, ceiling: 5 } },
    ],
  },
  {
    id: 'silver',
    label: 'Silver',
    about: 'Hardly any colour and much contrast, as when silver is left in a print.',
    steps: [
      { type: 'contrast', params: { contrast: 1.3 } },
      { type: 'zones', params: { shadows: { warm: -0.1 }, highlights: { warm: 0.05 } } },
      { type: 'saturation', params: { amount: 0.16 } },
      { type: 'colourDensity', params: { amount: 0.5 } },
    ],
  },
  {
    id: 'wet-slate',
    label: 'Wet slate',
    about: 'Greens and yellows dry out to stone, blues darken where they are; skin keeps to its line.',
    steps: [
      { type: 'contrast', params: { contrast: 1.1 } },
      {
        type: 'zones',
        params: {
          shadows: { density: 0.24, warm: -0.3 },
          midtones: { density: 0.1, warm: -0.14 },
          highlights: { density: 0.16, warm: 0.2, green: 0.02 },
        },
      },
      {
        type: 'primariesAndSecondaries',
        params: {
          yellowSat: 0.8,
          yellowDensity: 0.08,
          greenTurn: 4,
          greenSat: 0.6,
          greenDensity: 0.22,
          cyanSat: 0.86,
          cyanDensity: 0.16,
          blueDensity: 0.24,
          magentaSat: 0.84,
        },
      },
      { type: 'saturation', params: { amount: 0.72 } },
      { type: 'skinKeep', params: { hue: 0.4 } },
    ],
  },
  {
    id: 'two-sides',
    label: 'Two sides',
    about: 'Orange against teal: warm lights and skin, cool shadows, the blues turned toward cyan.',
    steps: [
      { type: 'contrast', params: { contrast: 1.15 } },
      {
        type: 'zones',
        params: {
          shadows: { density: 0.2, warm: -0.8, green: 0.2 },
          midtones: { warm: 0.24 },
          highlights: { warm: 0.62, green: -0.02 },
        },
      },
      { type: 'saturation', params: { amount: 1.15 } },
      { type: 'primariesAndSecondaries', params: { blueTurn: -10, redTurn: 4 } },
      { type: 'cleanEnds', params: { shadows: 0.5, below: -5 } },
    ],
  },
  {
    id: 'late-sun',
    label: 'Late sun',
    about: 'Low sun: open, rosy middle and golden highlights over violet shadows.',
    steps: [
      { type: 'exposure', params: { stops: 0.35 } },
      {
        type: 'zones',
        params: {
          shadows: { density: -0.2, warm: -0.2, green: -0.35 },
          midtones: { warm: 0.2, green: -0.18 },
          highlights: { density: -0.1, warm: 0.62, green: 0.02 },
          whites: { warm: 0.4 },
        },
      },
      { type: 'saturation', params: { amount: 1.06 } },
    ],
  },
  {
    id: 'daylight-print',
    label: 'Daylight print',
    about: 'A fine negative on the standard print: deep blacks, full colour, highlights that roll off.',
    steps: [
      { type: 'negative', params: { stock: negative('cordgrass') } },
      { type: 'print', params: { stock: print('harbour'), density: 2, contrast: 1.04 } },
    ],
  },
  {
    id: 'pushed-night',
    label: 'Pushed night',
    about: 'A fast negative pushed a stop on a hard print: blue shadows, steep middle, thick blacks.',
    steps: [
      { type: 'negative', params: { stock: negative('lantern'), push: 1.3 } },
      {
        type: 'print',
        params: { stock: print('quarry'), density: 3, contrast: 1.12, whiteSoft: 0.2 },
      },
    ],
  },
  {
    id: 'soft-print',
    label: 'Soft print',
    about: 'A soft negative on a soft print: charcoal blacks, pastel colour, whites that are reached slowly.',
    steps: [
      { type: 'negative', params: { stock: negative('eiderdown') } },
      { type: 'print', params: { stock: print('gauze'), density: -3, contrast: 1.3, blackSoft: 0.12 } },
    ],
  },
  {
    id: 'attic-reel',
    label: 'Attic reel',
    about:
      'An aged negative on a warm print, printed light: yellowed middle, weak colour, blacks faded to violet.',
    steps: [
      { type: 'zones', params: { midtones: { warm: 0.3, green: -0.1 }, highlights: { warm: 0.2 } } },
      { type: 'negative', params: { stock: negative('attic') } },
      { type: 'print', params: { stock: print('tallow'), density: -2, contrast: 1.1, blackSoft: 0.5 } },
    ],
  },
  {
    id: 'cool-colour',
    label: 'Cool, colour only',
    about: 'Cool shadows and slate greens, with exposure and contrast left as they came.',
    colourOnly: true,
    steps: [
      {
        type: 'zones',
        params: {
          shadows: { warm: -0.7, green: 0.04 },
          midtones: { warm: -0.55 },
          highlights: { warm: -0.3 },
        },
      },
      { type: 'primariesAndSecondaries', params: { greenTurn: 6, greenSat: 0.6, yellowSat: 0.75 } },
    ],
  },
  {
    id: 'warm-colour',
    label: 'Warm, colour only',
    about: 'A warm middle and quiet blues, with exposure and contrast left as they came.',
    colourOnly: true,
    steps: [
      {
        type: 'zones',
        params: {
          shadows: { warm: 0.12 },
          midtones: { warm: 0.5, green: -0.06 },
          highlights: { warm: 0.45 },
        },
      },
      { type: 'primariesAndSecondaries', params: { blueSat: 0.6, cyanSat: 0.7, redSat: 1.06 } },
    ],
  },
];

/** A new look from a starting point. Throws a RangeError for an unknown one. */
export function lookFrom(id: string, name: string): Look {
  const point = startingPoints.find((p) => p.id === id);
  if (!point) throw new RangeError(`no starting point "${id}"`);
  const steps = point.steps.map(({ type, params }) => ({ id: type, type, params }));
  const { colourOnly = false } = point;
  const head = { kind: 'velvet-dusk/look', schemaVersion: lookSchemaVersion, name };
  return parseLook({ ...head, colourOnly, steps }, point.id);
}
