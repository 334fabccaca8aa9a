import type { Offer } from '@velvet-dusk/core/proposals/index';

/** What an offer does to plates, in words; nothing where it was tried on its own plate alone and breaks nothing there. */
export function effectWords({ effect: { mends, breaks, of }, breaksHere }: Offer): string {
  if (of > 1) return `Mends ${mends}, breaks ${breaks} of ${of} plates.`;
  return breaksHere.length > 0 ? `Breaks ${breaksHere.join(', ')}.` : '';
}
