import { applyLut } from '../../lut/apply.ts';
import type { Lut } from '../../lut/lut.ts';
import { inputDomainOf } from '../../lut/lut.ts';
import { type Lattice, strides } from '../lattice.ts';

/** How finely a LUT answers, and what of it lies outside the signal. */
export interface PrecisionReport {
  /** Largest step one input code makes on greys, in steps of an 8-bit display, at 8 and at 10 bits; and the input it is made at. */
  banding: { bits: 8 | 10; steps: number; at: number }[];
  /** Second difference of neighbouring nodes, as a share of the span of values: the mean, and 99 %. */
  roughness: { mean: number; p99: number };
  /** Share of the values that lie under 0 and over 1; least and greatest value. */
  under: number;
  over: number;
  low: number;
  high: number;
}

const displaySteps = 255;
/** A value that a text file rounds is not outside. */
const rounding = 1e-5;
/** Nodes looked at for roughness, at most. */
const mostNodes = 60_000;

function bandingAt(lut: Lut, bits: 8 | 10) {
  const top = 2 ** bits - 1;
  const { domainMin, domainMax } = inputDomainOf(lut);
  const rgb = new Float32Array((top + 1) * 3).map((_, i) => {
    const share = Math.floor(i / 3) / top;
    return domainMin[i % 3] + share * (domainMax[i % 3] - domainMin[i % 3]);
  });
  applyLut(lut, rgb, 'tetrahedral');
  let [steps, at] = [0, 0];
  for (let i = 3; i < rgb.length; i++) {
    const step = Math.abs(rgb[i] - rgb[i - 3]) * displaySteps;
    if (step > steps) [steps, at] = [step, Math.floor(i / 3) / top];
  }
  return { bits, steps, at };
}

function roughnessOf(lattice: Lattice) {
  const { size, values, low, high } = lattice;
  const stepsAlong = strides(lattice);
  const skip = Math.max(1, Math.ceil(size ** 3 / mostNodes));
  const seen: number[] = [];
  for (let n = 0; n < size ** 3; n += skip) {
    const place = [n % size, Math.floor(n / size) % size, Math.floor(n / size ** 2)];
    let most = 0;
    for (let a = 0; a < 3; a++) {
      if (place[a] < 1 || place[a] > size - 2) continue;
      for (let c = 0; c < 3; c++) {
        const p = n * 3 + c;
        most = Math.max(
          most,
          Math.abs(values[p - stepsAlong[a]] - 2 * values[p] + values[p + stepsAlong[a]]),
        );
      }
    }
    seen.push(most);
  }
  const sorted = Float64Array.from(seen).sort();
  const span = Math.max(high - low, 1e-9);
  return {
    mean: sorted.reduce((a, b) => a + b, 0) / sorted.length / span,
    p99: sorted[Math.floor(0.99 * (sorted.length - 1))] / span,
  };
}

export function reportPrecision(lut: Lut, lattice: Lattice): PrecisionReport {
  let [under, over] = [0, 0];
  for (const v of lattice.values) {
    if (v < -rounding) under++;
    else if (v > 1 + rounding) over++;
  }
  const whole = lattice.values.length;
  return {
    banding: [bandingAt(lut, 8), bandingAt(lut, 10)],
    roughness: roughnessOf(lattice),
    under: under / whole,
    over: over / whole,
    low: lattice.low,
    high: lattice.high,
  };
}
