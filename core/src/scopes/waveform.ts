import { lumaOf } from '../colour/ycbcr.ts';

/** Counts of pixels by column and level. `channels` planes of columns × levels, level 0 at signal `low`. */
export interface Waveform {
  columns: number;
  levels: number;
  low: number;
  high: number;
  counts: [Uint32Array, Uint32Array, Uint32Array];
  /** The same of luma. */
  luma: Uint32Array;
}

/** Signal span of a waveform: a little under 0 % and over 100 %, so that both lines are seen. */
const span = { low: -0.04, high: 1.04 };

/** Sorts the R', G', B' and luma of a picture (signal 0–1, interleaved) by column and level. */
export function waveform(signal: Float32Array, width: number, columns: number, levels: number): Waveform {
  const counts = [0, 1, 2].map(() => new Uint32Array(columns * levels)) as Waveform['counts'];
  const luma = new Uint32Array(columns * levels);
  const scale = levels / (span.high - span.low);
  const bin = (v: number) => Math.min(Math.max(Math.floor((v - span.low) * scale), 0), levels - 1);
  for (let p = 0, pixel = 0; p < signal.length; p += 3, pixel++) {
    const column = Math.floor(((pixel % width) * columns) / width);
    for (let c = 0; c < 3; c++) counts[c][column * levels + bin(signal[p + c])]++;
    luma[column * levels + bin(lumaOf(signal[p], signal[p + 1], signal[p + 2]))]++;
  }
  return { columns, levels, ...span, counts, luma };
}
