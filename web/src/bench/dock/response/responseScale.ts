import type { ResponseView } from './responseKinds.ts';

/** How many places of its axis a line is measured at. */
export const responsePlaces = 121;

/** Quantities that are factors rest at 1, changes at 0. */
export const restOf = ({ quantity }: Pick<ResponseView, 'quantity'>) => (quantity === 'saturation' ? 1 : 0);
