/** How a reading stands to its band. `none` where there is nothing to measure. */
export type Verdict = 'holds' | 'close' | 'fails' | 'none';

export interface Band {
  low: number;
  high: number;
  /** How far outside still counts as close. */
  slack: number;
}

/** How far a value lies outside its band, in units of the band's slack; 0 inside. */
export const missOf = (value: number, band: Band) =>
  Math.max(band.low - value, value - band.high, 0) / band.slack;

/** How a value stands to its band. */
interface Judgement {
  verdict: Verdict;
  miss: number;
  /** Below its band, in it, or above. */
  side: -1 | 0 | 1;
}

/** The verdict of a miss. */
export const verdictOf = (miss: number): Verdict => (miss === 0 ? 'holds' : miss <= 1 ? 'close' : 'fails');

/** Verdict, miss and side of a value against its band. */
export function judge(value: number, band: Band): Judgement {
  const miss = missOf(value, band);
  const side = miss === 0 ? 0 : value < band.low ? -1 : 1;
  return { verdict: verdictOf(miss), miss, side };
}

/** What is said where nothing can be measured or nothing is judged. */
export const unjudged = { verdict: 'none', miss: 0 } as const;

/** The verdict of a whole plate: its worst reading. */
export function worstVerdict(verdicts: readonly Verdict[]): Verdict {
  const order: Verdict[] = ['fails', 'close', 'holds'];
  return order.find((v) => verdicts.includes(v)) ?? 'none';
}
