/** Counts of pixels by column and level. `channels` planes of columns × levels, level 0 at signal `low`. */
export interface Waveform {
  columns: number;
  levels: number;
  low: number;
  high: number;
  counts: [Uint32Array, Uint32Array, Uint32Array];
}

/** Signal span of a waveform: a little under 0 % and over 100 %, so that both lines are seen. */
const span = { low: -0.04, high: 1.04 };

/** Sorts the R', G' and B' of a picture (signal 0–1, interleaved) by column and level. */
export function waveform(signal: Float32Array, width: number, columns: number, levels: number): Waveform {
  const counts = [0, 1, 2].map(() => new Uint32Array(columns * levels)) as Waveform['counts'];
  const scale = levels / (span.high - span.low);
  for (let p = 0, pixel = 0; p < signal.length; p += 3, pixel++) {
    const column = Math.floor(((pixel % width) * columns) / width);
    for (let c = 0; c < 3; c++) {
      const level = Math.floor((signal[p + c] - span.low) * scale);
      counts[c][column * levels + Math.min(Math.max(level, 0), levels - 1)]++;
    }
  }
  return { columns, levels, ...span, counts };
}
