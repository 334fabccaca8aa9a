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
type Colour = [number, number, number];

const held = (v: number) => Math.min(Math.max(v, 0), 1);

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

/** Puts a look over a colour, in place: whole grids are made of these, in hundreds of files. */
function putLook(rgb: Colour, { saturation, gain, lift, power }: PlainLook, strength: number): void {
  const y = 0.2126 * rgb[0] + 0.7152 * rgb[1] + 0.0722 * rgb[2];
  for (let c = 0; c < 3; c++) {
    const coloured = y + (rgb[c] - y) * saturation;
    const shaped = Math.max(coloured * gain[c] + lift[c] * (1 - coloured), 0) ** power;
    rgb[c] = held(rgb[c] + (shaped - rgb[c]) * strength);
  }
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

/** A conversion as it comes, without a look; cameras and tone scales are added to it. */
export const plainMaking: Omit<Making, 'profile' | 'tone'> = {
  role: 'conversion',
  gamma: 2.4,
  range: 'full',
  look: noPlainLook,
  strength: 1,
  over: 0,
  grid: 33,
};

/** Scene light → display light, in place. */
function render(light: Colour, { tone, isHueKept }: ToneFamily): void {
  const most = Math.max(...light);
  const share = most > 0 ? tone(most) / most : 0;
  for (let c = 0; c < 3; c++) light[c] = isHueKept ? Math.max(light[c], 0) * share : tone(light[c]);
}

function multiplyBy(m: Mat3, rgb: Colour, gain: number): void {
  const product = transform(m, rgb);
  for (let c = 0; c < 3; c++) rgb[c] = product[c] * gain;
}

/** What is worked out once for each number that it is asked of: a grid asks for the same few codes again and again. */
function oncePerNumber(work: (x: number) => number): (x: number) => number {
  const known = new Map<number, number>();
  return (x) => {
    let y = known.get(x);
    if (y === undefined) known.set(x, (y = work(x)));
    return y;
  };
}

/** Takes a code through a file of this making, in place. */
function throughFile(making: Making): (rgb: Colour) => void {
  const { role, profile, to, tone, gamma, range, look, strength, over } = making;
  const codec = makeCodec(profile);
  const decodeOne = oncePerNumber((v) => codec.decode(v));
  const matrix = toDisplay(profile);
  const each = (rgb: Colour, work: (v: number) => number) => {
    for (let c = 0; c < 3; c++) rgb[c] = work(rgb[c]);
  };
  const ranged = (v: number) => (range === 'narrow' ? (64 + v * 876) / 1023 : v);
  const shown = (stops: number, behind?: PlainLook) => (rgb: Colour) => {
    each(rgb, decodeOne);
    multiplyBy(matrix, rgb, 2 ** stops);
    render(rgb, tone);
    each(rgb, (v) => held(v) ** (1 / gamma));
    if (behind) putLook(rgb, behind, strength);
    each(rgb, ranged);
  };
  switch (role) {
    case 'conversion':
      return shown(0);
    case 'combined':
      return shown(0, look);
    case 'monitor':
      return shown(-over, look);
    case 'trim': {
      const exposed = oncePerNumber((v) => held(codec.encode(codec.decode(v) * 2 ** -over)));
      return (rgb) => each(rgb, exposed);
    }
    case 'creative-display':
      return (rgb) => putLook(rgb, look, strength);
    case 'creative-log':
      return (rgb) => putLook(rgb, { ...look, lift: [0, 0, 0] }, strength * 0.6);
    case 'camera-to-camera': {
      const other = makeCodec(to!);
      const across = multiply(rgbToRgb(bt709, to!), matrix);
      return (rgb) => {
        each(rgb, decodeOne);
        multiplyBy(across, rgb, 1);
        each(rgb, (v) => held(other.encode(v)));
      };
    }
    default:
      throw new RangeError(`no making of ${role}`);
  }
}

export function madeLut(making: Making): Lut {
  const data = gridCodes(making.grid);
  const through = throughFile(making);
  const rgb: Colour = [0, 0, 0];
  for (let p = 0; p < data.length; p += 3) {
    for (let c = 0; c < 3; c++) rgb[c] = data[p + c];
    through(rgb);
    data.set(rgb, p);
  }
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
