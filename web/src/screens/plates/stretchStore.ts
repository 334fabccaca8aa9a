import type { Stretch } from '@velvet-dusk/core/camera/byHand';
import { undoable } from '../../state/undoable.ts';

interface Stretching {
  /** Of the plates that are being normalised by hand. */
  stretches: Record<string, Stretch>;
}

/** Stretches that no profile has come of yet. */
export const stretching = undoable<Stretching, 'stretches'>({ stretches: {} }, ['stretches']);

export const useStretch = (plateId: string): Stretch | undefined =>
  stretching.use((s) => s.stretches[plateId]);

export const setStretch = (plateId: string, stretch: Stretch) =>
  stretching.edit(({ stretches }) => ({ stretches: { ...stretches, [plateId]: stretch } }));

/** Takes what was stretched away; the plate is shown by its profile again. */
export function leaveStretch(plateId: string): void {
  stretching.quietly(() =>
    stretching.use.setState(({ stretches }) => {
      const { [plateId]: _, ...rest } = stretches;
      return { stretches: rest };
    }),
  );
  stretching.history().clear();
}
