import type { Hypothesis } from '../identify/identify.ts';
import type { Fault } from './fault.ts';

/** How near a conversion is to none but itself: stops, slope, share. */
const plain = { exposure: 0.08, contrast: 0.03, rest: 0.03, saturation: 0.05, turn: 0.012 };
/** Difference between the channels of a grey that is seen, stops. */
const seen = 0.012;

export const tintedNeutralsWords = {
  id: 'tintedNeutrals',
  label: 'Tinted neutrals',
  unit: 'stops between channels',
  meaning:
    'It converts and does nothing else, yet greys come out with a colour: every picture gets that cast.',
  remedy: 'Balance the channels behind it, or have it made again.',
} as const;

/** Greys with a colour, of a LUT that is a conversion otherwise: what is tint in a look is a fault in a conversion. */
export function tintedNeutrals({ input, output, residual: r }: Hypothesis): Fault | null {
  const isLook = input === output && input.end.kind === 'display';
  const isPlain =
    Math.abs(r.exposure) < plain.exposure &&
    Math.abs(r.contrast - 1) < plain.contrast &&
    r.rest < plain.rest &&
    Math.abs(r.saturation - 1) < plain.saturation &&
    r.turn < plain.turn;
  if (isLook || !isPlain || r.tint < seen) return null;
  return { id: tintedNeutralsWords.id, at: null, size: r.tint };
}
