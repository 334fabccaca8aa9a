import { z } from 'zod';

/**
 * Readings that are meant to miss their bands, by their IDs, each with its reason: a silhouette, whites that never come, warm
 * lamps. A look accepts on every plate, a plate under every look.
 */
export const acceptedMissesSchema = z.record(z.string().min(1).max(40), z.string().trim().min(1).max(200));
export type AcceptedMisses = z.output<typeof acceptedMissesSchema>;

interface Accepting {
  acceptedMisses?: AcceptedMisses | undefined;
}

/** What is accepted with one reading changed; null takes it back. */
export function withAccepted(
  { acceptedMisses = {} }: Accepting,
  reading: string,
  reason: string | null,
): AcceptedMisses {
  const { [reading]: _, ...rest } = acceptedMisses;
  return reason === null ? rest : { ...rest, [reading]: reason };
}

/** What is accepted of a look on a plate. The plate's reason goes ahead: it is the narrower one. */
export const acceptedOn = (look: Accepting, plate: Accepting): AcceptedMisses => ({
  ...look.acceptedMisses,
  ...plate.acceptedMisses,
});

/** What is accepted of a look, a line each: of the look itself, then of plates by their names. */
export function acceptedNotes(
  look: Accepting,
  plates: readonly (Accepting & { name: string })[],
  labelOf: (reading: string) => string,
): string[] {
  const lines = ({ acceptedMisses = {} }: Accepting, on: string) =>
    Object.entries(acceptedMisses).map(([reading, reason]) => `${on}${labelOf(reading)}: ${reason}`);
  return [...lines(look, ''), ...plates.flatMap((plate) => lines(plate, `${plate.name}, `))];
}
