import type { Codec } from './codec.ts';
import { stopsToLinear } from '../colour/exposure.ts';
import { codeToSignal } from '../colour/range.ts';

export interface TableRow {
  /** Scene-linear value; 0.18 is mid-grey. */
  linear: number;
  /** Code value, 0–1 of all codes. */
  code: number;
  /** The same counted in 10 bits, 0–1023. */
  code10: number;
  /** Waveform level: 0 % at the black code of the profile's range, 100 % at its white code. */
  percent: number;
}
export interface ProfileTable {
  stops: (TableRow & { stops: number })[];
  reflectances: (TableRow & { reflectance: number })[];
}

export const tableStops = Array.from({ length: 17 }, (_, i) => i - 8);
export const tableReflectances = [0, 2, 18, 90];

/** Where stops −8…+8 from mid-grey and the usual reflectances (in %) land. Codes above the clip are not held. */
export function profileTable(codec: Codec): ProfileTable {
  const row = (linear: number): TableRow => {
    const code = codec.encode(linear);
    return { linear, code, code10: code * 1023, percent: codeToSignal(code, codec.levels) * 100 };
  };
  return {
    stops: tableStops.map((stops) => ({ stops, ...row(stopsToLinear(stops)) })),
    reflectances: tableReflectances.map((reflectance) => ({ reflectance, ...row(reflectance / 100) })),
  };
}
