import type { View } from '../../state/view.ts';

export const viewNames: Record<View, string> = {
  recorded: 'Recorded',
  normalised: 'Normalised',
  look: 'Look',
  monitor: 'Monitor',
};

/** What "before" means for a view: one lane less. */
export const beforeOf = (view: View): View =>
  view === 'look' || view === 'monitor' ? 'normalised' : 'recorded';
