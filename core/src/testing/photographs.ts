import { seeded } from '../numeric/random.ts';

/**
 * Finished pictures of a kind that no plate of the demo shows: codes of an sRGB or BT.709 display, full of colours at the
 * gamut's edge, made by formulas and by no rendering of ours. Interleaved R'G'B', 0–1.
 */
export interface Photograph {
  name: string;
  width: number;
  height: number;
  codes: Float32Array;
}

const size = { width: 160, height: 90 };

const side = 64;
const lattices = new Map<number, Float64Array>();
/** A random value 0–1 for each place of a grid that repeats itself. */
function latticeOf(seed: number): Float64Array {
  const known = lattices.get(seed);
  if (known) return known;
  const uniform = seeded(seed);
  const made = Float64Array.from({ length: side * side }, uniform);
  lattices.set(seed, made);
  return made;
}

/** Smooth noise 0–1 of a few octaves at a place. */
function cloud(x: number, y: number, seed: number): number {
  let [sum, weight, total, step] = [0, 1, 0, 8];
  for (let octave = 0; octave < 5; octave++, step *= 2, weight /= 2) {
    const [u, v] = [(x / size.width) * step, (y / size.height) * step];
    const [i, j] = [Math.floor(u), Math.floor(v)];
    const ease = (t: number) => t * t * (3 - 2 * t);
    const [a, b] = [ease(u - i), ease(v - j)];
    const lattice = latticeOf(seed + octave);
    const at = (p: number, q: number) => lattice[(q % side) * side + (p % side)];
    const low = at(i, j) * (1 - a) + at(i + 1, j) * a;
    const high = at(i, j + 1) * (1 - a) + at(i + 1, j + 1) * a;
    sum += (low * (1 - b) + high * b) * weight;
    total += weight;
  }
  return sum / total;
}

type Painter = (x: number, y: number) => [number, number, number];

function paint(name: string, painter: Painter): Photograph {
  const codes = new Float32Array(size.width * size.height * 3);
  for (let y = 0; y < size.height; y++)
    for (let x = 0; x < size.width; x++)
      codes.set(
        painter(x, y).map((v) => Math.min(Math.max(v, 0), 1)),
        (y * size.width + x) * 3,
      );
  return { name, ...size, codes };
}

const mix = (a: number[], b: number[], t: number) =>
  a.map((v, i) => v + (b[i] - v) * t) as [number, number, number];

/** Hue in sixths of a turn, saturation and value of the hexcone → R'G'B'. */
function hexcone(hue: number, saturation: number, value: number): [number, number, number] {
  const channel = (shift: number) => {
    const k = (shift + hue) % 6;
    return value - value * saturation * Math.max(0, Math.min(k, 4 - k, 1));
  };
  return [channel(5), channel(3), channel(1)];
}

/** Sunlit leaves from nearly black to yellow-green, and sky between them. */
const garden = paint('garden', (x, y) => {
  const leaf = cloud(x, y, 1);
  const light = cloud(x * 1.7, y * 1.7, 11) ** 2;
  const green = mix([0.02, 0.08, 0.01], [0.72, 0.95, 0.08], light);
  return leaf > 0.58 ? mix([0.25, 0.55, 0.98], [0.95, 0.98, 1], cloud(x, y, 21)) : green;
});

/** A red and a violet blossom, lit from the side, on dark green. */
const blossom = paint('blossom', (x, y) => {
  const [dx, dy] = [(x - size.width / 2) / size.height, y / size.height - 0.5];
  const petal = 0.3 + 0.12 * Math.cos(Math.atan2(dy, dx) * 5);
  const r = Math.hypot(dx, dy);
  if (r > petal) return mix([0.01, 0.03, 0.02], [0.1, 0.35, 0.12], cloud(x, y, 31));
  const shade = Math.min(Math.max(0.25 + 0.9 * (dx + 0.5) + 0.3 * (cloud(x, y, 41) - 0.5), 0), 1);
  return mix([0.2, 0, 0.02], x < size.width / 2 ? [1, 0.08, 0.1] : [0.72, 0.05, 1], shade);
});

/** Sand in the last sun, with blue shadows and a sky from violet to orange. */
const dune = paint('dune', (x, y) => {
  const ridge = size.height * (0.45 + 0.15 * Math.sin(x / 23) + 0.08 * (cloud(x, 0, 51) - 0.5));
  if (y < ridge) return mix([0.35, 0.3, 0.62], [1, 0.62, 0.25], y / ridge);
  const lit = cloud(x * 0.6, y * 2, 61);
  return mix([0.22, 0.16, 0.3], [1, 0.68, 0.36], lit);
});

/** Paint of every hue, from pale to full and from dark to light. */
const paintbox = paint('paintbox', (x, y) => {
  const hue = (x / size.width) * 6;
  const row = y / size.height;
  return hexcone(hue, Math.min(row * 2, 1), Math.min(2 - row * 2, 1) * (0.6 + 0.4 * cloud(x, y, 71)));
});

export const photographs: readonly Photograph[] = [garden, blossom, dune, paintbox];
