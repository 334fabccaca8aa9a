import { curveSchema, type CurveParams } from '../curves/index.ts';
import { makeCodec } from '../codec.ts';
import type { CheckRow, Profile } from '../profile.ts';
import { printedValue, rowLinear, rowTolerance } from './checkTable.ts';
import { typedConstants } from './constants.ts';
import { typoCandidates } from './typoCandidates.ts';

/** One single change under which the table agrees. */
export interface Diagnosis {
  kind: 'typing error' | 'confusion' | 'value';
  /** The constant to change, by its key; empty where it is not one of the curve's. */
  constant: string;
  /** In words: what to change, from what to what. */
  says: string;
  /** Root mean square of the rows' differences under the change, in units of their tolerance. */
  misfit: number;
  /** The profile, changed. */
  profile: Profile;
  /** The table, where the change is to how it is read. */
  rows: readonly CheckRow[];
}

/** Differences in units of tolerance; undefined where the curve cannot be made or gives no numbers. */
function misfits(profile: Profile, rows: readonly CheckRow[]): number[] | undefined {
  if (!curveSchema.safeParse(profile.curve).success) return undefined;
  const codec = makeCodec(profile);
  const out = rows.map(
    (row) => (row.value - printedValue(codec, rowLinear(row), row.unit)) / rowTolerance(row),
  );
  return out.every(Number.isFinite) ? out : undefined;
}

const rootMeanSquare = (xs: readonly number[]) =>
  Math.sqrt(xs.reduce((sum, x) => sum + x * x, 0) / xs.length);
const agrees = (xs: readonly number[] | undefined): xs is number[] =>
  xs !== undefined && xs.every((x) => Math.abs(x) <= 1);

type Candidate = Omit<Diagnosis, 'misfit'>;

function withConstant(profile: Profile, key: string, value: number | string): Profile {
  return { ...profile, curve: { ...profile.curve, [key]: value } as CurveParams };
}

const shown = (x: number) => String(Number(x.toPrecision(8)));

/** Every typed constant with every error of one keystroke undone. */
function* typingErrors(profile: Profile, rows: readonly CheckRow[]): Generator<Candidate> {
  for (const { key, label, value } of typedConstants(profile.curve))
    for (const meant of typoCandidates(value))
      yield {
        kind: 'typing error',
        constant: key,
        says: `${label}: ${shown(value)} was typed, the table asks for ${shown(meant)}`,
        profile: withConstant(profile, key, meant),
        rows,
      };
}

const bases: readonly [number, string][] = [
  [2, 'base 2'],
  [Math.E, 'the natural logarithm'],
  [10, 'base 10'],
];

/**
 * Light counted from another reference than 0.18 for mid-grey, as factors on scene-linear. A grey of 0.20 and a 90 %
 * white taken for 1 are the same factor, so they cannot be told apart.
 */
const lightScales: readonly [number, string][] = [
  [0.2 / 0.18, 'mid-grey is counted as 0.20 instead of 0.18, or a 90 % white as 1 (divide light by 0.9)'],
  [0.18 / 0.2, 'light is scaled by 0.9 before the curve'],
];

function* confusions(profile: Profile, rows: readonly CheckRow[]): Generator<Candidate> {
  const confusion = (says: string, changed: Partial<Pick<Candidate, 'profile' | 'rows' | 'constant'>>) =>
    ({ kind: 'confusion', constant: '', says, profile, rows, ...changed }) satisfies Candidate;
  if ('base' in profile.curve)
    for (const [base, name] of bases)
      if (Math.abs(base - profile.curve.base) > 1e-9)
        yield confusion(`Base: the table agrees with ${name}`, {
          constant: 'base',
          profile: withConstant(profile, 'base', base),
        });
  const range = profile.range === 'full' ? 'narrow' : 'full';
  yield confusion(`Range: the table agrees with ${range} range, not ${profile.range}`, {
    constant: 'range',
    profile: { ...profile, range },
  });
  for (const [factor, says] of lightScales) {
    const scaleRow = (r: CheckRow): CheckRow =>
      r.by === 'stops' ? { ...r, at: r.at + Math.log2(factor) } : { ...r, at: r.at * factor };
    yield confusion(`Light: ${says}`, { rows: rows.map(scaleRow) });
  }
  const asCode = rows.map((r) =>
    r.unit === 'percent' ? { ...r, unit: 'code' as const, value: Number((r.value / 100).toFixed(5)) } : r,
  );
  if (rows.some((r) => r.unit === 'percent'))
    yield confusion('Unit: the table’s % are shares of all codes, not levels between black and white', {
      rows: asCode,
    });
}

/** Where a sum of squares is least between two values, by golden section. */
function least(f: (x: number) => number, from: number, to: number): number {
  const share = (Math.sqrt(5) - 1) / 2;
  let [a, b] = [from, to];
  for (let i = 0; i < 80; i++) {
    const c = b - share * (b - a);
    const d = a + share * (b - a);
    if (f(c) < f(d)) b = d;
    else a = c;
  }
  return (a + b) / 2;
}

/** For each constant the value at which the table agrees best, wherever that is. */
function* values(profile: Profile, rows: readonly CheckRow[]): Generator<Candidate> {
  for (const { key, label, value } of typedConstants(profile.curve)) {
    const error = (x: number) => {
      const m = misfits(withConstant(profile, key, x), rows);
      return m ? rootMeanSquare(m) : Infinity;
    };
    const reach = Math.max(Math.abs(value), 0.05);
    const spots = Array.from({ length: 81 }, (_, i) => value + reach * ((i - 40) / 20));
    const best = spots.reduce((a, b) => (error(b) < error(a) ? b : a));
    const found = least(error, best - reach / 20, best + reach / 20);
    yield {
      kind: 'value',
      constant: key,
      says: `${label}: ${shown(value)} was typed, the table fits ${Number(found.toPrecision(4))}`,
      profile: withConstant(profile, key, found),
      rows,
    };
  }
}

/** A slip is likelier than a confusion of equal fit, and either likelier than a number wrong altogether. */
const likelihood: Record<Diagnosis['kind'], number> = { 'typing error': 0, confusion: 0.05, value: 0.5 };
const maxShown = 4;

/**
 * Tries each single change — a slip of one finger in one constant, one of the usual confusions, one constant wrong
 * altogether — and returns those under which every row agrees, the likeliest first. None where the table agrees
 * already, or where no single change will do.
 */
export function diagnose(profile: Profile, rows: readonly CheckRow[] = profile.checkTable): Diagnosis[] {
  if (rows.length === 0 || agrees(misfits(profile, rows))) return [];
  const found: Diagnosis[] = [];
  for (const source of [typingErrors, confusions, values])
    for (const candidate of source(profile, rows)) {
      const m = misfits(candidate.profile, candidate.rows);
      if (agrees(m)) found.push({ ...candidate, misfit: rootMeanSquare(m) });
    }
  found.sort((a, b) => a.misfit + likelihood[a.kind] - (b.misfit + likelihood[b.kind]));
  const first = new Map<string, Diagnosis>();
  for (const d of found) {
    const key = d.constant || d.says;
    if (!first.has(key)) first.set(key, d);
  }
  return [...first.values()].slice(0, maxShown);
}
