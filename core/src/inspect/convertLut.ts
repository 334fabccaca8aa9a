import { compareLuts } from './compare.ts';
import type { Interpolation } from '../lut/apply.ts';
import { type Lut, sizeOf } from '../lut/lut.ts';
import type { Written } from '../formats/lutFormats/format.ts';
import { type LutEnding, lutFormats, readLutBytes } from '../formats/lutFormats/index.ts';

/** How a LUT is asked to be written. */
export interface ConversionAsk {
  /** Points along an edge where a grid is made; those of the LUT where it has one. */
  grid?: number | undefined;
  /** How places read the file: told in formats that say so. */
  interpolation?: Interpolation;
}

/** Points along an edge where nothing is asked for and the LUT has no grid. */
const usualGrid = 33;

/** What a conversion may lose without being asked about: ΔE2000 at 99 % and at most. */
const silent = { p99: 0.1, max: 0.5 };

export interface Converted extends Written {
  /** ΔE2000 between the LUT and what is read back, over all that goes in. */
  lost: { mean: number; p99: number; max: number };
  /** More than goes without a word. */
  isLossy: boolean;
  warning: string | null;
}

/** Writes a LUT in another format, reads it back and measures what was lost. Throws a RangeError where it cannot be held at all. */
export function convertLut(lut: Lut, target: LutEnding, ask: ConversionAsk = {}): Converted {
  const own = lut.stages.some((s) => s.kind === '3d') ? sizeOf(lut) : usualGrid;
  const whole = { grid: ask.grid ?? own, interpolation: ask.interpolation ?? 'tetrahedral' } as const;
  const format = lutFormats[target];
  const written = format.write(lut, whole);
  const { mean, p99, max } = compareLuts(lut, readLutBytes(written.bytes, `written.${target}`)).lattice;
  return {
    ...written,
    lost: { mean, p99, max },
    isLossy: p99 > silent.p99 || max > silent.max,
    warning: format.warns?.(whole) ?? null,
  };
}
