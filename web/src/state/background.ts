import { z } from 'zod';
import { create } from 'zustand';
import { parsed } from './drafts.ts';

/** Plates that are painted and measured while somebody works: a slow machine has enough to do with the one at hand. */
export const measuredScopes = ['all', 'shown'] as const;
export type MeasuredScope = (typeof measuredScopes)[number];

const key = 'velvet-dusk/measured-plates';

export const useMeasuredScope = create<{ scope: MeasuredScope }>(() => ({
  scope: parsed(key, z.enum(measuredScopes)) ?? 'all',
}));

/** Chooses for all windows of this browser; those that are open already keep theirs. */
export function setMeasuredScope(scope: MeasuredScope): void {
  useMeasuredScope.setState({ scope });
  try {
    localStorage.setItem(key, JSON.stringify(scope));
  } catch {
    // It is chosen for this visit, then.
  }
}
