/** How a signal sits in its code values: all of them, or ITU-R BT.709's 64–940 of 1023. */
export type SignalRange = 'full' | 'narrow';

export interface Levels {
  /** Code value (0–1 of all codes) of signal 0. */
  readonly black: number;
  /** Code value (0–1 of all codes) of signal 1. */
  readonly white: number;
}

/** Black and white codes of a range at a bit depth, ITU-R BT.709-6 item 4.6 (16 and 235 shifted up to the depth). */
export function levels(range: SignalRange, bitDepth: number): Levels {
  if (range === 'full') return { black: 0, white: 1 };
  const unit = 2 ** (bitDepth - 8);
  const top = 2 ** bitDepth - 1;
  return { black: (16 * unit) / top, white: (235 * unit) / top };
}

export const codeToSignal = (code: number, l: Levels) => (code - l.black) / (l.white - l.black);
export const signalToCode = (signal: number, l: Levels) => l.black + signal * (l.white - l.black);
