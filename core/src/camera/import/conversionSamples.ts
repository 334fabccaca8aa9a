import type { Vec3 } from '../../colour/matrix.ts';
import { applyLut } from '../../lut/apply.ts';
import { inputDomainOf, type Lut } from '../../lut/lut.ts';

/** A code, or three, and the signals a conversion makes of it. */
export interface Conversion {
  code: Vec3;
  signal: Vec3;
}

export interface ConversionSamples {
  /** Greys whose signal rises and is not held at an end. */
  greys: Conversion[];
  /** Colours whose channels all come out within the signals of those greys. */
  colours: Conversion[];
}

/** Points along the axis of a LUT that is no plain cube. */
const usualGrid = 33;
/** Signals this near to black say nothing. */
const nearBlack = 0.002;
const darkest = 0.01;
const rise = 1e-5;
const heldWithin = 1e-4;
/**
 * Share of the axis by which a channel stands over the darkest of its colour, and levels of them. Pale colours
 * say nothing of a curve: near grey every curve is straight.
 */
const reach = 0.16;
const levels = 32;
/** Channels of the colours, as shares of `reach`. */
const directions: readonly Vec3[] = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
  [1, 1, 0],
  [0, 1, 1],
  [1, 0, 1],
  [1, 0.5, 0],
  [0.3, 0.15, 0],
  [0, 0.5, 1],
  [0.5, 0, 0],
];

/**
 * Greys, and colours beside them, through a conversion: on the nodes of a cube, where nothing is between two of them.
 * @returns codes in the LUT's own domain.
 */
export function sampleConversion(lut: Lut): ConversionSamples {
  const { domainMin, domainMax } = inputDomainOf(lut);
  const [only, ...more] = lut.stages;
  const last = (only.kind === '3d' && more.length === 0 ? only.size : usualGrid) - 1;
  const through = (nodes: readonly Vec3[]): Conversion[] => {
    const codes = nodes.map(
      (node) =>
        node.map((n, c) => domainMin[c] + (n / last) * (domainMax[c] - domainMin[c])) as unknown as Vec3,
    );
    const out = Float32Array.from(codes.flat());
    applyLut(lut, out, 'tetrahedral');
    return codes.map((code, i) => ({ code, signal: [out[i * 3], out[i * 3 + 1], out[i * 3 + 2]] }));
  };

  const axis = through(Array.from({ length: last + 1 }, (_, n): Vec3 => [n, n, n]));
  const top = Math.min(Math.max(...axis.map(({ signal }) => Math.min(...signal))), 1) - heldWithin;
  const greys: Conversion[] = [];
  for (const grey of axis) {
    const below = greys.at(-1)?.signal;
    const rises = grey.signal.every((v, c) => v > (below ? below[c] + rise : nearBlack) && v < top);
    if (rises) greys.push(grey);
  }
  if (greys.length === 0) return { greys, colours: [] };

  const [low, high] = [greys[0], greys[greys.length - 1]].map((g) => axis.indexOf(g));
  const nodes: Vec3[] = [];
  for (let base = low + 1; base <= high; base += Math.max(1, Math.floor(last / levels)))
    for (const direction of directions) {
      const node = direction.map((d) => base + Math.round(d * reach * last)) as unknown as Vec3;
      if (Math.max(...node) <= high) nodes.push(node);
    }
  const brightest = greys[greys.length - 1].signal;
  const colours = through(nodes).filter(({ signal }) =>
    signal.every((v, c) => v > darkest && v < brightest[c]),
  );
  return { greys, colours };
}
