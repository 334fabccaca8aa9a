import { wrapHue } from '../../colour/hue.ts';
import { z } from 'zod';
import { editByHue, makeHueTable } from './hueTable.ts';
import { editOklab } from '../../colour/oklabPixels.ts';
import { defineStep } from './step.ts';

/** Middles of the sectors: Oklab hues of the primaries and secondaries of BT.709, degrees (Ottosson 2020's matrices). */
export const sectors = [
  { id: 'red', label: 'Red', hue: 29.2 },
  { id: 'yellow', label: 'Yellow', hue: 109.8 },
  { id: 'green', label: 'Green', hue: 142.5 },
  { id: 'cyan', label: 'Cyan', hue: 194.8 },
  { id: 'blue', label: 'Blue', hue: 264.1 },
  { id: 'magenta', label: 'Magenta', hue: 328.4 },
] as const;

/** Yellow and green lie nearest, 32.7° apart; two turns of 10° against each other still keep the order of hues. */
const maxTurn = 10;

const turn = (label: string) =>
  z
    .number()
    .min(-maxTurn)
    .max(maxTurn)
    .default(0)
    .meta({ label: `${label} turn`, unit: '°', step: 0.5 });
const saturation = (label: string) =>
  z
    .number()
    .min(0)
    .max(2)
    .default(1)
    .meta({ label: `${label} sat`, unit: '×', step: 0.02 });
const density = (label: string) =>
  z
    .number()
    .min(-1)
    .max(1)
    .default(0)
    .meta({ label: `${label} density`, unit: 'st', step: 0.02 });

const shape = {
  redTurn: turn('Red'),
  redSat: saturation('Red'),
  redDensity: density('Red'),
  yellowTurn: turn('Yellow'),
  yellowSat: saturation('Yellow'),
  yellowDensity: density('Yellow'),
  greenTurn: turn('Green'),
  greenSat: saturation('Green'),
  greenDensity: density('Green'),
  cyanTurn: turn('Cyan'),
  cyanSat: saturation('Cyan'),
  cyanDensity: density('Cyan'),
  blueTurn: turn('Blue'),
  blueSat: saturation('Blue'),
  blueDensity: density('Blue'),
  magentaTurn: turn('Magenta'),
  magentaSat: saturation('Magenta'),
  magentaDensity: density('Magenta'),
};
const schema = z.strictObject(shape);
type Params = z.output<typeof schema>;

/** Weight of each sector at a hue: only the two neighbours count, and they sum to 1. */
export function sectorWeights(hue: number): number[] {
  const weights = sectors.map(() => 0);
  const h = wrapHue(hue);
  const next = sectors.findIndex((s) => s.hue > h);
  const b = next < 0 ? 0 : next;
  const a = (b + sectors.length - 1) % sectors.length;
  const span = wrapHue(sectors[b].hue - sectors[a].hue);
  const t = wrapHue(h - sectors[a].hue) / span;
  weights[b] = t * t * (3 - 2 * t);
  weights[a] = 1 - weights[b];
  return weights;
}

/** What a hue becomes: the weighted settings of its two neighbours. */
function settingsAt(p: Params, hue: number): [turn: number, saturation: number, density: number] {
  const w = sectorWeights(hue);
  const mean = (key: 'Turn' | 'Sat' | 'Density') =>
    sectors.reduce((sum, s, k) => sum + w[k] * p[`${s.id}${key}`], 0);
  return [mean('Turn'), mean('Sat'), mean('Density')];
}

/** Primaries and secondaries as sectors of hue, each with a turn, a saturation and a density; greys stay, since a colour's weight fades near them. */
export const primariesAndSecondaries = defineStep({
  id: 'primariesAndSecondaries',
  label: 'Primaries and secondaries',
  schema,
  keeps: { neutral: true, luminance: false },
  isNeutral: (p) => Object.entries(p).every(([key, v]) => v === (key.endsWith('Sat') ? 1 : 0)),
  summary: (p) =>
    `${sectors.filter((s) => p[`${s.id}Turn`] || p[`${s.id}Density`] || p[`${s.id}Sat`] !== 1).length} of 6`,
  compile(p) {
    const edit = editByHue(makeHueTable((hue) => settingsAt(p, hue)));
    return { run: (rgb) => editOklab(rgb, edit) };
  },
});
