import type { Vec3 } from '../../colour/matrix.ts';
import type { Lut } from '../../lut/lut.ts';
import { recognisedBy, type RoleId, roleOf } from '../../order/roles/index.ts';
import type { Hypothesis } from '../identify/identify.ts';
import type { Fault } from './fault.ts';

export const tintedNeutralsWords = {
  id: 'tintedNeutrals',
  label: 'Tinted neutrals',
  unit: 'of the signal',
  meaning:
    'It converts and does nothing else, yet greys come out with a colour: every picture gets that cast.',
  remedy: 'Balance the channels behind it, or have it made again.',
} as const;

/** Signals between which a cast is measured: at the ends it is cut off. */
const between = { low: 0.12, high: 0.96 };
/** How much a cast may differ from level to level and be one cast: looks tint shadows and highlights each in their own way. */
const evenly = 0.2;
/** Difference between channels that anybody sees. */
const seen = 0.003;

const channels = [0, 1, 2] as const;
const triple = (of: (c: number) => number): Vec3 => [of(0), of(1), of(2)];

/** A cast: what channels are multiplied by, or what is added to them. */
interface Cast {
  size: number;
  gain: Vec3;
  offset: Vec3;
}

/** How far channels are from their mean, where that is the same share, or the same amount, at every level; null where it is not. */
function evenCast(neutral: Float32Array): Cast | null {
  const levels: number[][] = [];
  for (let p = 0; p < neutral.length; p += 3) {
    const rgb = [neutral[p], neutral[p + 1], neutral[p + 2]];
    if (rgb.some((v) => v < between.low || v > between.high)) continue;
    levels.push(rgb);
  }
  if (levels.length < 3) return null;
  const mean = (rgb: readonly number[]) => (rgb[0] + rgb[1] + rgb[2]) / 3;
  const measured = (of: (rgb: readonly number[], c: number) => number) => {
    const casts = channels.map((c) => levels.map((rgb) => of(rgb, c)));
    const meanOf = (c: number) => casts[c].reduce((a, b) => a + b, 0) / levels.length;
    const means: Vec3 = [meanOf(0), meanOf(1), meanOf(2)];
    const size = Math.max(...means.map(Math.abs));
    const off = Math.max(...casts.map((list, c) => Math.max(...list.map((v) => Math.abs(v - means[c])))));
    return { means, size, off: off / size };
  };
  const share = measured((rgb, c) => rgb[c] / mean(rgb) - 1);
  const amount = measured((rgb, c) => rgb[c] - mean(rgb));
  const even = share.off < amount.off ? share : amount;
  if (even.size < seen || even.off > evenly) return null;
  return even === share
    ? { size: even.size, gain: triple((c) => 1 + even.means[c]), offset: [0, 0, 0] }
    : { size: even.size, gain: [1, 1, 1], offset: even.means };
}

/** A LUT whose greys have one cast at every level, without it. */
function withoutCast(lut: Lut, { gain, offset }: Cast): Lut {
  const matrix = [1 / gain[0], 0, 0, 0, 1 / gain[1], 0, 0, 0, 1 / gain[2]] as const;
  return {
    ...lut,
    stages: [...lut.stages, { kind: 'matrix', matrix: [...matrix], offset: triple((c) => -offset[c]) }],
  };
}

/** Roles that a conversion with a cast is taken for. */
const isTakenForIt = (role: RoleId) => recognisedBy(role)?.between === 'toDisplay';

/** A LUT as it is read. */
interface Read {
  best: Hypothesis | null;
}

/**
 * Greys with a colour, of a LUT that is a conversion otherwise: what is tint in a look is a fault in a conversion.
 * @param best how the LUT is read as it is. @param reread reads another.
 * @returns the fault, and how the LUT is read without its cast; null where there is none.
 */
export function tintedNeutrals<R extends Read>(
  lut: Lut,
  neutral: Float32Array,
  best: Hypothesis,
  reread: (lut: Lut) => R,
): { fault: Fault; read: R } | null {
  if (best.look !== null || !isTakenForIt(best.role)) return null;
  const cast = evenCast(neutral);
  if (!cast) return null;
  const read = reread(withoutCast(lut, cast));
  if (!read.best || !isTakenForIt(read.best.role) || roleOf(read.best.role).withLook) return null;
  return { fault: { id: tintedNeutralsWords.id, at: null, size: cast.size }, read };
}
