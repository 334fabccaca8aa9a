import { applyLut } from '../../lut/apply.ts';
import { gridCodes } from '../../lut/cube.ts';
import { type Lut, lutOf } from '../../lut/lut.ts';
import { freshGrid, gridOf } from './onGrid.ts';
import type { RepairKind } from './repair.ts';

/** Points of the coarse search, along an edge. */
const coarse = 13;
const steps = 14;
const delta = 1 / 512;
/** A code that comes back within this is reached: half a code of 8 bits. */
const reached = 0.002;

/** Colours of a coarse grid through a LUT, to begin the search from. */
function seedsOf(lut: Lut) {
  const codes = gridCodes(coarse);
  const out = Float32Array.from(codes);
  applyLut(lut, out, 'tetrahedral');
  return { codes, out };
}

/** Solves a − b·x for three unknowns by Cramer's rule; null where it has no one answer. */
function solve3(m: Float64Array, v: ArrayLike<number>): [number, number, number] | null {
  const [a, b, c, d, e, f, g, h, i] = m;
  const det = a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g);
  if (Math.abs(det) < 1e-9) return null;
  const [x, y, z] = [v[0], v[1], v[2]];
  return [
    (x * (e * i - f * h) - b * (y * i - f * z) + c * (y * h - e * z)) / det,
    (a * (y * i - f * z) - x * (d * i - f * g) + c * (d * z - y * g)) / det,
    (a * (e * z - y * h) - b * (d * z - y * g) + x * (d * h - e * g)) / det,
  ];
}

/** Codes that a LUT takes to others, by Newton's method from the nearest of a coarse grid; and how near each comes. */
export function invertCodes(lut: Lut, aims: Float32Array): { codes: Float32Array; errors: Float64Array } {
  const seeds = seedsOf(lut);
  const codes = new Float32Array(aims.length);
  const errors = new Float64Array(aims.length / 3);
  const probe = new Float32Array(12);
  const m = new Float64Array(9);
  for (let p = 0; p < aims.length; p += 3) {
    let [best, at] = [Infinity, 0];
    for (let s = 0; s < seeds.out.length; s += 3) {
      const d =
        (seeds.out[s] - aims[p]) ** 2 +
        (seeds.out[s + 1] - aims[p + 1]) ** 2 +
        (seeds.out[s + 2] - aims[p + 2]) ** 2;
      if (d < best) [best, at] = [d, s];
    }
    const x = [seeds.codes[at], seeds.codes[at + 1], seeds.codes[at + 2]];
    let kept = { error: Infinity, x: [...x] };
    for (let n = 0; n < steps; n++) {
      for (let k = 0; k < 4; k++)
        for (let c = 0; c < 3; c++)
          probe[k * 3 + c] = x[c] + (k === c + 1 ? (x[c] > 0.5 ? -delta : delta) : 0);
      applyLut(lut, probe, 'tetrahedral');
      const gap = [aims[p] - probe[0], aims[p + 1] - probe[1], aims[p + 2] - probe[2]];
      const error = Math.max(...gap.map(Math.abs));
      if (error < kept.error) kept = { error, x: [...x] };
      if (error < 1e-6) break;
      for (let c = 0; c < 3; c++) {
        const h = x[c] > 0.5 ? -delta : delta;
        for (let o = 0; o < 3; o++) m[o * 3 + c] = (probe[(c + 1) * 3 + o] - probe[o]) / h;
      }
      const move = solve3(m, gap);
      if (!move) break;
      for (let c = 0; c < 3; c++)
        x[c] = Math.min(Math.max(x[c] + Math.max(-0.2, Math.min(0.2, move[c])), 0), 1);
    }
    codes.set(kept.x, p);
    errors[p / 3] = kept.error;
  }
  return { codes, errors };
}

/** Codes between which colours are sent there and back. */
const tripped = { points: 9, low: 0.15, high: 0.85 };

/** Mean difference of codes that went through a LUT and back through its inverse. */
function roundTrip(lut: Lut, inverse: Lut): number {
  const codes = gridCodes(tripped.points).map((v) => tripped.low + v * (tripped.high - tripped.low));
  const there = Float32Array.from(codes);
  applyLut(lut, there, 'tetrahedral');
  applyLut(inverse, there, 'tetrahedral');
  return there.reduce((sum, v, i) => sum + Math.abs(v - codes[i]), 0) / codes.length;
}

export const invertRepair: RepairKind = {
  id: 'invert',
  compared: 'none',
  label: 'Invert',
  about: 'The way back, for what the LUT reaches; the rest comes out as the nearest that it does.',
  fields: [],
  run({ lut }) {
    let unreached = 0;
    const errors: number[] = [];
    const cube = freshGrid(lut, 'inverted', Math.min(gridOf(lut), 65), (codes) => {
      const found = invertCodes(lut, codes);
      codes.set(found.codes);
      for (const e of found.errors) {
        if (e > reached) unreached++;
        else errors.push(e);
      }
    });
    const whole = cube.size ** 3;
    if (errors.length < 0.01 * whole)
      throw new RangeError('Invert: it reaches under 1 % of all codes; there is no way back');
    const back = roundTrip(lut, lutOf(cube));
    return {
      made: [{ suffix: 'inverse', cube }],
      note: `${((100 * unreached) / whole).toFixed(1)} % of all codes are not reached by it; where it is, colours come back within ${(back * 255).toFixed(2)} codes of 255 in the mean.`,
    };
  },
};
