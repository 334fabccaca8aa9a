/** How a reading stands to its band. `none` where there is nothing to measure. */
export type Verdict = 'holds' | 'close' | 'fails' | 'none';

export interface Band {
  low: number;
  high: number;
  /** How far outside still counts as close. */
  slack: number;
}

export function judge(value: number, band: Band): Verdict {
  const outside = Math.max(band.low - value, value - band.high);
  if (outside <= 0) return 'holds';
  return outside <= band.slack ? 'close' : 'fails';
}

/** The verdict of a whole plate: its worst reading. */
export function worstVerdict(verdicts: readonly Verdict[]): Verdict {
  const order: Verdict[] = ['fails', 'close', 'holds'];
  return order.find((v) => verdicts.includes(v)) ?? 'none';
}
