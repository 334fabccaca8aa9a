import { type Look, lookSchemaVersion, parseLook } from './document.ts';
import { startingSteps, type StepType } from './steps/index.ts';

/** A recipe to take apart: real steps with real numbers, not a picture. */
export interface StartingPoint {
  id: string;
  label: string;
  /** What it does and where it is meant, in one sentence. */
  about: string;
  steps: readonly { type: StepType; params: Record<string, unknown> }[];
}

/** Starting points, each shaped by eye on the demo's plates. To add one: an object here. */
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
      { type: 'contrast', params: { contrast: 1.06 } },
      {
        type: 'zones',
        params: {
          shadows: { density: 0.2, warm: -0.5, green: 0.15 },
          midtones: { warm: -0.1 },
          highlights: { density: -0.08, warm: 0.12 },
        },
      },
      { type: 'saturation', params: { amount: 0.86 } },
      { type: 'cleanEnds', params: { shadows: 0.6, below: -4.5 } },
    ],
  },
  {
    id: 'amber-street',
    label: 'Amber street',
    about: 'Sodium light over everything but the deepest shadows; most tint in the midtones.',
    steps: [
      { type: 'exposure', params: { stops: -0.1 } },
      {
        type: 'zones',
        params: {
          shadows: { warm: -0.12 },
          midtones: { warm: 0.34, green: 0.05 },
          highlights: { density: 0.08, warm: 0.2, green: 0.02 },
        },
      },
      { type: 'saturation', params: { amount: 0.92 } },
      { type: 'cleanEnds', params: { shadows: 0.4, highlights: 0.3 } },
    ],
  },
  {
    id: 'faded-day',
    label: 'Faded day',
    about: 'Lifted blacks, held whites, soft contrast and thin colour.',
    steps: [
      { type: 'contrast', params: { contrast: 0.92 } },
      { type: 'toeShoulder', params: { toe: 0.22, shoulder: 0.2 } },
      { type: 'zones', params: { highlights: { warm: 0.1 } } },
      { type: 'saturation', params: { amount: 0.8 } },
      { type: 'fade', params: { black: 0.6, ceiling: 5.5 } },
    ],
  },
  {
    id: 'silver',
    label: 'Silver',
    about: 'Little colour and much contrast, as when silver is left in a print.',
    steps: [
      { type: 'contrast', params: { contrast: 1.16 } },
      { type: 'zones', params: { shadows: { warm: -0.08 }, highlights: { warm: 0.04 } } },
      { type: 'saturation', params: { amount: 0.38 } },
      { type: 'colourDensity', params: { amount: 0.35 } },
    ],
  },
  {
    id: 'muted-teal',
    label: 'Muted teal, kept reds',
    about: 'Greens and blues fall back toward teal; reds and skin stay where they are.',
    steps: [
      {
        type: 'sixSectors',
        params: {
          ...{ yellowSat: 0.75, greenTurn: 8, greenSat: 0.55, greenDensity: 0.12 },
          ...{ cyanSat: 0.8, blueTurn: -10, blueSat: 0.7, magentaSat: 0.85, redSat: 1.04 },
        },
      },
      { type: 'zones', params: { shadows: { warm: -0.18, green: 0.08 } } },
    ],
  },
  {
    id: 'two-sides',
    label: 'Two sides',
    about: 'Orange against teal: warm lights and skin, cool shadows, the blues turned toward cyan.',
    steps: [
      { type: 'contrast', params: { contrast: 1.05 } },
      {
        type: 'zones',
        params: {
          shadows: { density: 0.12, warm: -0.42, green: 0.12 },
          midtones: { warm: 0.1 },
          highlights: { warm: 0.28 },
        },
      },
      { type: 'sixSectors', params: { blueTurn: -8, redTurn: 3 } },
      { type: 'cleanEnds', params: { shadows: 0.5, below: -5 } },
    ],
  },
  {
    id: 'late-sun',
    label: 'Late sun',
    about: 'Warm highlights over blue shadows, with the middle left alone.',
    steps: [
      {
        type: 'zones',
        params: {
          shadows: { warm: -0.3, green: -0.02 },
          highlights: { density: -0.06, warm: 0.34, green: 0.02 },
          whites: { warm: 0.16 },
        },
      },
      { type: 'saturation', params: { amount: 0.95 } },
    ],
  },
];

/** A new look from a starting point. Throws a RangeError for an unknown one. */
export function lookFrom(id: string, name: string): Look {
  const point = startingPoints.find((p) => p.id === id);
  if (!point) throw new RangeError(`no starting point "${id}"`);
  const steps = point.steps.map(({ type, params }) => ({ id: type, type, params }));
  return parseLook({ kind: 'velvet-dusk/look', schemaVersion: lookSchemaVersion, name, steps }, point.id);
}
