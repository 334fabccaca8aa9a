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

/** Verdict and miss of a value against its band. */
export function judge(value: number, band: Band): { verdict: Verdict; miss: number } {
  const miss = missOf(value, band);
  return { verdict: miss === 0 ? 'holds' : miss <= 1 ? 'close' : 'fails', miss };
}

/** What is said where nothing can be measured or nothing is judged. */
export const unjudged = { verdict: 'none', miss: 0 } as const;

/** The verdict of a whole plate: its worst reading. */
export function worstVerdict(verdicts: readonly Verdict[]): Verdict {
  const order: Verdict[] = ['fails', 'close', 'holds'];
  return order.find((v) => verdicts.includes(v)) ?? 'none';
}
