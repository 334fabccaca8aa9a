import type { Verdict } from '../numeric/verdict.ts';
import { recordingFit } from './recordingFit.ts';

interface Judged {
  id: string;
  miss: number;
  verdict: Verdict;
}

/** How far a reading is missed by what is judged; 0 where it is not. */
export const judgedMiss = ({ miss, verdict }: Pick<Judged, 'miss' | 'verdict'>): number =>
  verdict === 'none' ? 0 : miss;

/**
 * The reading a cell is named by: the one that lies furthest outside its band; null where all hold. Codes that are taken for what
 * they are not come first: whatever else fails then comes of that.
 */
export function worstReading<R extends Judged>(readings: readonly R[]): R | null {
  const misread = readings.find((r) => r.id === recordingFit.id && r.verdict === 'fails');
  if (misread) return misread;
  return readings.reduce<R | null>(
    (worst, r) => (judgedMiss(r) > (worst ? judgedMiss(worst) : 0) ? r : worst),
    null,
  );
}
