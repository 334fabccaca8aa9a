import { type Codec, makeCodec } from '../codec.ts';
import { stopsToLinear } from '../../colour/exposure.ts';
import type { CheckRow, Profile } from '../profile.ts';
import { codeToSignal } from '../../colour/range.ts';
import { judge, type Verdict } from '../../numeric/verdict.ts';

export interface JudgedRow {
  row: CheckRow;
  /** The row's value as the profile computes it, in the row's own unit. */
  computed: number;
  /** Entered less computed. */
  difference: number;
  /** Half a unit in the last printed place, and a little for the constants' own rounding; in the row's unit. */
  tolerance: number;
  verdict: Verdict;
}

/** Digits printed behind the point. */
const decimalsOf = (value: number) => (/\.(\d+)/.exec(String(value))?.[1] ?? '').length;

/** Share of the last printed place by which a right table may differ: its rounding, and the constants'. */
const roundingShare = 0.75;

const fullCode = { '10-bit': 1023, code: 1 };

export const rowLinear = (row: CheckRow) => (row.by === 'stops' ? stopsToLinear(row.at) : row.at / 100);

/** Scene-linear → the value a document prints for it, in `unit`. */
export function printedValue(codec: Codec, linear: number, unit: CheckRow['unit']): number {
  const code = codec.encode(linear);
  return unit === 'percent' ? codeToSignal(code, codec.levels) * 100 : code * fullCode[unit];
}

/** How far a right table's row may lie from the computed value. A fraction is never printed whole. */
export function rowTolerance(row: CheckRow): number {
  const least = row.unit === 'code' ? 3 : 0;
  return roundingShare * 10 ** -Math.max(decimalsOf(row.value), least);
}

/** Judges each row of a maker's table against the profile: holds within rounding, close within twice that. */
export function judgeTable(profile: Profile, rows: readonly CheckRow[] = profile.checkTable): JudgedRow[] {
  const codec = makeCodec(profile);
  return rows.map((row) => {
    const computed = printedValue(codec, rowLinear(row), row.unit);
    const difference = row.value - computed;
    const tolerance = rowTolerance(row);
    const { verdict } = judge(difference, { low: -tolerance, high: tolerance, slack: tolerance });
    return { row, computed, difference, tolerance, verdict };
  });
}
