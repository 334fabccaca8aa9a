import { makeCodec } from '../camera/codec.ts';
import type { Profile } from '../camera/profile.ts';
import { type Mat3, multiply, transform } from '../colour/matrix.ts';
import { rgbToRgb } from '../colour/rgbSpace.ts';
import { bt709 } from '../colour/spaces/index.ts';
import type { Lut } from '../lut/lut.ts';
import { gridCodes, unitDomain } from '../lut/cube.ts';
import { seeded } from '../numeric/random.ts';
import type { RoleId } from '../order/roles/index.ts';

/**
 * LUT files as other hands make them: a camera's curve and matrix as its maker prints them, a tone scale of their own, a
 * display's curve, and looks made of plain arithmetic. Nothing of our rendering, looks or roles is in them.
 */

type Tone = (light: number) => number;

const grey = 0.18;
/** Scaled so that an 18 % grey is shown at a level of light, 0–1. */
function atGrey(tone: Tone, level: number): Tone {
  let [low, high] = [-8, 8];
  for (let i = 0; i < 50; i++) {
    const middle = (low + high) / 2;
    if (tone(grey * 2 ** middle) < level) low = middle;
    else high = middle;
  }
  const gain = 2 ** low;
  return (x) => Math.max(0, Math.min(tone(x * gain), 1));
}
const positive =
  (tone: Tone): Tone =>
  (x) =>
    x > 0 ? tone(x) : 0;

/** A family of tone scales: display light 0–1 of scene light. Published forms, from memory. */
export interface ToneFamily {
  id: string;
  /** Display light of an 18 % grey. */
  level: number;
  tone: Tone;
  /** One curve for the pixel's brightest channel, hue kept, where it is not one for each channel. */
  isHueKept?: true;
}
const family = (id: string, level: number, tone: Tone, more: Partial<ToneFamily> = {}): ToneFamily => ({
  id,
  level,
  tone: atGrey(positive(tone), level),
  ...more,
});

const logistic =
  (slope: number, width: number): Tone =>
  (x) =>
    1 / (1 + Math.exp((-slope * Math.log2(x / grey)) / width + 1.6));

/** Families on which weights are fitted. */
export const fittedFamilies: readonly ToneFamily[] = [
  family('logistic in stops', 0.16, logistic(1, 1.4)),
  family('tanh', 0.13, (x) => Math.tanh(x * 0.7)),
  family('power to a clip', 0.15, (x) => x ** 1.15),
  family('square root rational', 0.12, (x) => x / Math.sqrt(1 + x * x)),
  family('steep Naka and Rushton', 0.14, (x) => x ** 1.35 / (x ** 1.35 + 0.6)),
  family(
    'straight in stops, then a gamma',
    0.14,
    (x) => Math.max(0, Math.min((Math.log2(x / grey) + 6) / 10.5, 1)) ** 2.4,
  ),
  family('toe of a square, shoulder of a root', 0.15, (x) =>
    x < 0.03 ? (x * x) / 0.06 : 1 - Math.exp(-(x - 0.015) * 0.9),
  ),
  family('error function in stops', 0.15, (x) => {
    // Abramowitz and Stegun 7.1.26.
    const z = (Math.log2(x / grey) - 1.6) / 2.6;
    const t = 1 / (1 + 0.3275911 * Math.abs(z));
    const tail =
      ((((1.061405429 * t - 1.453152027) * t + 1.421413741) * t - 0.284496736) * t + 0.254829592) * t;
    const erf = Math.sign(z) * (1 - tail * Math.exp(-z * z));
    return (1 + erf) / 2;
  }),
  family('tanh, hue kept', 0.14, (x) => Math.tanh(x * 0.8), { isHueKept: true }),
];

/** Families that take no part in fitting. */
export const foreignFamilies: readonly ToneFamily[] = [
  family('exponential', 0.15, (x) => 1 - Math.exp(-x)),
  family('rational with a white', 0.13, (x) => (x * (1 + x / 36)) / (1 + x)),
  family('rational of second degree', 0.14, (x) => (x * (2.51 * x + 0.03)) / (x * (2.43 * x + 0.59) + 0.14)),
  family('arctan', 0.12, (x) => (2 / Math.PI) * Math.atan((x * Math.PI) / 2)),
  family('straight with a knee', 0.16, (x) => (x < 0.6 ? x : 0.6 + 0.4 * (1 - Math.exp(-(x - 0.6) / 0.9)))),
  family('log between two ends', 0.13, (x) => {
    const t = Math.max(0, Math.min((Math.log2(x / grey) + 7) / 12.5, 1));
    return (t * t * (3 - 2 * t)) ** 2;
  }),
  family('rational, hue kept', 0.14, (x) => x / (x + 0.9), { isHueKept: true }),
];

/** A look of plain arithmetic on display code. */
export interface PlainLook {
  saturation: number;
  gain: [number, number, number];
  lift: [number, number, number];
  power: number;
}
export const noPlainLook: PlainLook = { saturation: 1, gain: [1, 1, 1], lift: [0, 0, 0], power: 1 };

export function randomLook(uniform: () => number): PlainLook {
  const spread = (by: number) => (uniform() - 0.5) * 2 * by;
  return {
    saturation: 0.95 + spread(0.3),
    gain: [1 + spread(0.08), 1 + spread(0.05), 1 + spread(0.1)],
    lift: [spread(0.025), spread(0.02), spread(0.035)],
    power: 1 + spread(0.18),
  };
}

function withLook(rgb: number[], { saturation, gain, lift, power }: PlainLook, strength: number): number[] {
  const y = 0.2126 * rgb[0] + 0.7152 * rgb[1] + 0.0722 * rgb[2];
  return rgb.map((v, c) => {
    const coloured = y + (v - y) * saturation;
    const shaped = Math.max(coloured * gain[c] + lift[c] * (1 - coloured), 0) ** power;
    return Math.min(Math.max(v + (shaped - v) * strength, 0), 1);
  });
}

/** How a maker's file is made. */
export interface Making {
  role: RoleId;
  profile: Profile;
  to?: Profile;
  tone: ToneFamily;
  /** Gamma of the display's code. */
  gamma: number;
  range: 'full' | 'narrow';
  look: PlainLook;
  strength: number;
  /** Stops the footage was exposed over. */
  over: number;
  grid: number;
}

const toDisplay = (profile: Profile): Mat3 => rgbToRgb(profile, bt709);

/** Scene light of the camera's primaries → display light. */
function rendered(light: number[], { tone }: ToneFamily & { tone: Tone }, isHueKept: boolean): number[] {
  if (!isHueKept) return light.map(tone);
  const most = Math.max(...light);
  if (most <= 0) return [0, 0, 0];
  const share = tone(most) / most;
  return light.map((v) => Math.max(v, 0) * share);
}

/** Codes of one node through a file of this making. */
export function nodeOf(making: Making): (code: readonly number[]) => number[] {
  const { role, profile, to, tone, gamma, range, look, strength, over } = making;
  const codec = makeCodec(profile);
  const matrix = toDisplay(profile);
  const encode = (v: number) => Math.min(Math.max(v, 0), 1) ** (1 / gamma);
  const ranged = (v: number) => (range === 'narrow' ? (64 + v * 876) / 1023 : v);
  const show = (code: readonly number[], stops: number) => {
    const light = transform(matrix, code.map(codec.decode) as [number, number, number]);
    return rendered(
      light.map((v) => v * 2 ** stops),
      tone,
      tone.isHueKept === true,
    ).map(encode);
  };
  const other = to && { codec: makeCodec(to), matrix: multiply(rgbToRgb(bt709, to), matrix) };
  const held = (v: number) => Math.min(Math.max(v, 0), 1);
  switch (role) {
    case 'conversion':
      return (code) => show(code, 0).map(ranged);
    case 'combined':
      return (code) => withLook(show(code, 0), look, strength).map(ranged);
    case 'monitor':
      return (code) => withLook(show(code, -over), look, strength).map(ranged);
    case 'trim':
      return (code) => code.map((v) => held(codec.encode(codec.decode(v) * 2 ** -over)));
    case 'creative-display':
      return (code) => withLook([...code], look, strength);
    case 'creative-log':
      return (code) => withLook([...code], { ...look, lift: [0, 0, 0] }, strength * 0.6);
    case 'camera-to-camera':
      return (code) => {
        const light = transform(other!.matrix, code.map(codec.decode) as [number, number, number]);
        return light.map((v) => held(other!.codec.encode(v)));
      };
    default:
      throw new RangeError(`no making of ${role}`);
  }
}

export function madeLut(making: Making): Lut {
  const data = gridCodes(making.grid);
  const at = nodeOf(making);
  for (let p = 0; p < data.length; p += 3) data.set(at([data[p], data[p + 1], data[p + 2]]), p);
  return { title: '', comments: [], stages: [{ kind: '3d', size: making.grid, ...unitDomain, data }] };
}

const grids = [17, 25, 33, 33, 65];

/** Makings of every role, profile and family in turn. @param seed of looks, strengths, gammas and exposures. */
export function makings(
  families: readonly ToneFamily[],
  profiles: readonly Profile[],
  { count, seed, roles }: { count: number; seed: number; roles: readonly RoleId[] },
): Making[] {
  const uniform = seeded(seed);
  const pick = <T>(list: readonly T[]) =>
    list[Math.min(Math.floor(uniform() * list.length), list.length - 1)];
  return Array.from({ length: count }, (_, i) => {
    const profile = profiles[i % profiles.length];
    return {
      role: roles[Math.floor(i / profiles.length) % roles.length],
      profile,
      to: pick(profiles.filter((p) => JSON.stringify(p.curve) !== JSON.stringify(profile.curve))),
      tone: pick(families),
      gamma: pick([2.4, 2.4, 2.2]),
      range: uniform() < 0.08 ? 'narrow' : 'full',
      look: randomLook(uniform),
      strength: pick([1, 1, 0.7, 0.4]),
      over: pick([1, 2, -1, 1.5]),
      grid: pick(grids),
    } satisfies Making;
  });
}
