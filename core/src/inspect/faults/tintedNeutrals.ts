import { isPlain, seenTint } from '../identify/residual.ts';
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
const seen = 0.004;

/** How far channels are from their mean, where that is the same share, or the same amount, at every level; 0 where it is not. */
function evenCast(neutral: Float32Array): number {
  const levels: number[][] = [];
  for (let p = 0; p < neutral.length; p += 3) {
    const rgb = [neutral[p], neutral[p + 1], neutral[p + 2]];
    if (rgb.some((v) => v < between.low || v > between.high)) continue;
    levels.push(rgb);
  }
  if (levels.length < 3) return 0;
  const mean = (rgb: readonly number[]) => (rgb[0] + rgb[1] + rgb[2]) / 3;
  let cast = 0;
  for (const measure of [
    (rgb: readonly number[], c: number) => rgb[c] / mean(rgb) - 1,
    (rgb: readonly number[], c: number) => rgb[c] - mean(rgb),
  ]) {
    const casts = [0, 1, 2].map((c) => levels.map((rgb) => measure(rgb, c)));
    const means = casts.map((list) => list.reduce((a, b) => a + b, 0) / list.length);
    const size = Math.max(...means.map(Math.abs));
    const off = Math.max(...casts.map((list, c) => Math.max(...list.map((v) => Math.abs(v - means[c])))));
    if (size > seen && off < evenly * size) cast = Math.max(cast, size);
  }
  return cast;
}

/** Greys with a colour, of a LUT that is a conversion otherwise: what is tint in a look is a fault in a conversion. */
export function tintedNeutrals(
  { input, output, residual, look }: Hypothesis,
  neutral: Float32Array,
): Fault | null {
  const isLook = look !== null || (input === output && input.end.kind === 'display');
  if (isLook || !isPlain(residual) || residual.tint < seenTint) return null;
  const size = evenCast(neutral);
  return size > 0 ? { id: tintedNeutralsWords.id, at: null, size } : null;
}
