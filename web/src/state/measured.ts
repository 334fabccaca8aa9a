import { create } from 'zustand';
import type { Verdict } from '@velvet-dusk/core/readings/verdict';
import type { Analysis } from '../workers/analysis.worker.ts';

export interface LiveThumb {
  bitmap: ImageBitmap;
  verdict: Verdict;
}

/** What the analysis worker last said. */
interface Measured {
  analysis: Analysis | null;
  thumbs: Record<string, LiveThumb>;
  /** What steps had to change about their settings. */
  notes: string[];
  /** Why the last measurement failed, if it did. */
  trouble: string | null;
}

export const useMeasured = create<Measured>(() => ({ analysis: null, thumbs: {}, notes: [], trouble: null }));
export const setMeasured = useMeasured.setState;
