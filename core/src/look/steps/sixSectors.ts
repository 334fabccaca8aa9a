import { z } from 'zod';
import { cubeRoot } from '../../colour/power.ts';
import { invert } from '../../colour/matrix.ts';
import { lmsToOklab, oklabToLms, rgbToLms } from '../../colour/oklab.ts';
import { working } from '../../colour/spaces/index.ts';
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
type SectorId = (typeof sectors)[number]['id'];

/** Yellow and green lie nearest, 32.7° apart; two turns of 10° against each other still keep the order of hues. */
const mostTurn = 10;

const turn = (label: string) =>
  z
    .number()
    .min(-mostTurn)
    .max(mostTurn)
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
  const h = ((hue % 360) + 360) % 360;
  const next = sectors.findIndex((s) => s.hue > h);
  const b = next < 0 ? 0 : next;
  const a = (b + sectors.length - 1) % sectors.length;
  const span = (sectors[b].hue - sectors[a].hue + 360) % 360;
  const t = ((h - sectors[a].hue + 360) % 360) / span;
  weights[b] = t * t * (3 - 2 * t);
  weights[a] = 1 - weights[b];
  return weights;
}

const tableSize = 720;
/** Oklab chroma over lightness under which a colour counts as grey, and from which it counts in full. */
const greyUntil = 0.01;
const fullFrom = 0.08;

const toLms = rgbToLms(working);
const fromLms = invert(toLms);

/** Turn (radians), saturation and density over the hue circle, one entry more than it needs, so that it closes. */
function tables(p: Params) {
  const turns = new Float64Array(tableSize + 1);
  const sats = new Float64Array(tableSize + 1);
  const densities = new Float64Array(tableSize + 1);
  const of = (id: SectorId, key: 'Turn' | 'Sat' | 'Density') => p[`${id}${key}`];
  for (let i = 0; i <= tableSize; i++) {
    const w = sectorWeights((i * 360) / tableSize);
    const mean = (key: 'Turn' | 'Sat' | 'Density') =>
      sectors.reduce((sum, s, k) => sum + w[k] * of(s.id, key), 0);
    turns[i] = (mean('Turn') * Math.PI) / 180;
    sats[i] = mean('Sat');
    densities[i] = mean('Density');
  }
  return { turns, sats, densities };
}

/** Six sectors of hue, each with a turn, a saturation and a density; greys stay, since a colour's weight fades near them. */
export const sixSectors = defineStep({
  id: 'sixSectors',
  label: 'Six sectors',
  schema,
  keeps: { neutral: true, luminance: false },
  isNeutral: (p) => Object.entries(p).every(([key, v]) => v === (key.endsWith('Sat') ? 1 : 0)),
  summary: (p) =>
    `${sectors.filter((s) => p[`${s.id}Turn`] || p[`${s.id}Density`] || p[`${s.id}Sat`] !== 1).length} of 6`,
  compile(p) {
    const { turns, sats, densities } = tables(p);
    const [m, n, o, q] = [toLms, lmsToOklab, oklabToLms, fromLms];
    return {
      run(rgb) {
        for (let i = 0; i < rgb.length; i += 3) {
          const [r, g, b] = [rgb[i], rgb[i + 1], rgb[i + 2]];
          const l = cubeRoot(m[0] * r + m[1] * g + m[2] * b);
          const c = cubeRoot(m[3] * r + m[4] * g + m[5] * b);
          const s = cubeRoot(m[6] * r + m[7] * g + m[8] * b);
          const L = n[0] * l + n[1] * c + n[2] * s;
          const A = n[3] * l + n[4] * c + n[5] * s;
          const B = n[6] * l + n[7] * c + n[8] * s;
          const share = Math.hypot(A, B) / Math.max(Math.abs(L), 1e-6);
          if (share <= greyUntil) continue;
          const u = Math.min((share - greyUntil) / (fullFrom - greyUntil), 1);
          const weight = u * u * (3 - 2 * u);
          const at = ((Math.atan2(B, A) / (2 * Math.PI) + 1) % 1) * tableSize;
          const k = at | 0;
          const f = at - k;
          const mix = (t: Float64Array) => t[k] + f * (t[k + 1] - t[k]);
          const angle = weight * mix(turns);
          const scale = 1 + weight * (mix(sats) - 1);
          const gain = 2 ** (-weight * mix(densities));
          const [cos, sin] = [Math.cos(angle) * scale, Math.sin(angle) * scale];
          const [A2, B2] = [cos * A - sin * B, sin * A + cos * B];
          const x = (o[0] * L + o[1] * A2 + o[2] * B2) ** 3 * gain;
          const y = (o[3] * L + o[4] * A2 + o[5] * B2) ** 3 * gain;
          const w = (o[6] * L + o[7] * A2 + o[8] * B2) ** 3 * gain;
          rgb[i] = q[0] * x + q[1] * y + q[2] * w;
          rgb[i + 1] = q[3] * x + q[4] * y + q[5] * w;
          rgb[i + 2] = q[6] * x + q[7] * y + q[8] * w;
        }
      },
    };
  },
});
