import { create } from 'zustand';
import type { Look } from '@velvet-dusk/core/look/document';
import type { Proposal } from '@velvet-dusk/core/proposals/index';
import type { SuitedStrength } from '@velvet-dusk/core/proposals/strength';
import type { Analysis } from '../workers/analysis.ts';
import type { LiveThumb } from '../workers/paintThumb.ts';
import type { View } from './view.ts';

/** A plate in a view, with the reading whose place is marked. */
export interface MeasuredOf {
  plateId: string;
  view: View;
  readingId: string;
}

/** What the analysis worker last said. */
interface Measured {
  analysis: Analysis | null;
  /** What that was measured on; while the viewer shows anything else it is out of date. */
  measuredOf: MeasuredOf | null;
  thumbs: Record<string, LiveThumb>;
  /** Mean ΔE2000 of each step on the plate, by step. */
  effects: ReadonlyMap<string, number>;
  /** Strength that suits each plate, by plate. */
  strengths: Record<string, SuitedStrength>;
  /** Proposals for the plate on the viewer; null while they are worked out. */
  proposals: Proposal[] | null;
  /** The look whose proposals somebody asked to try on all plates. */
  triedOnAll: Look | null;
  /** What steps had to change about their settings. */
  notes: string[];
  /** Why the last measurement failed, if it did. */
  trouble: string | null;
  /** How often somebody asked to try again what failed. */
  attempt: number;
}

export const useMeasured = create<Measured>(() => ({
  analysis: null,
  measuredOf: null,
  effects: new Map(),
  thumbs: {},
  strengths: {},
  proposals: null,
  triedOnAll: null,
  notes: [],
  trouble: null,
  attempt: 0,
}));
export const setMeasured = useMeasured.setState;

/** Fetches, bakes and measures once more what failed. */
export const tryAgain = () => setMeasured(({ attempt }) => ({ attempt: attempt + 1, trouble: null }));
