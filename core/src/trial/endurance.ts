import { z } from 'zod';

const failureSchema = z.strictObject({
  /** ID of a reading. */
  id: z.string(),
  /** What it read there; tells which way it went. */
  value: z.number().nullable(),
});
/** A reading that fails, as it is kept. */
export type Failure = z.output<typeof failureSchema>;

const limitSchema = z.strictObject({
  /** The furthest value at which it holds, to the tolerance; the end of the search where it holds everywhere. */
  at: z.number(),
  /** What fails just beyond, the worst first; empty where it holds to the end of the search. */
  fails: z.array(failureSchema),
});
/** Where something stops to hold, and what of it fails there first. */
export type Limit = z.output<typeof limitSchema>;

/** What fails at a value, the worst first; empty where all holds. */
export type FailsAt = (value: number) => Failure[];

/**
 * The furthest value from rest, towards an end, up to which nothing fails. Walked in coarse steps, so that what fails in
 * between is not jumped over, then halved.
 * @param end with its sign. @param step coarse, positive. @param tolerance of the answer, positive.
 */
export function limitOf(
  failsAt: FailsAt,
  end: number,
  { step, tolerance }: { step: number; tolerance: number },
): Limit {
  const way = Math.sign(end);
  let holds = 0;
  let fails: Failure[] = [];
  let beyond = NaN;
  while (Number.isNaN(beyond) && Math.abs(holds) < Math.abs(end)) {
    const next = way * Math.min(Math.abs(holds) + step, Math.abs(end));
    const found = failsAt(next);
    if (found.length === 0) holds = next;
    else [beyond, fails] = [next, found];
  }
  if (Number.isNaN(beyond)) return { at: end, fails: [] };
  while (Math.abs(beyond - holds) > tolerance) {
    const middle = (holds + beyond) / 2;
    const found = failsAt(middle);
    if (found.length === 0) holds = middle;
    else [beyond, fails] = [middle, found];
  }
  return { at: holds, fails };
}

export const enduranceSchema = z.strictObject({
  low: limitSchema,
  high: limitSchema,
  /** What fails at rest already; then the range is empty. */
  atRest: z.array(failureSchema),
});
/** The range around rest over which all holds. */
export type Endurance = z.output<typeof enduranceSchema>;

/** @param ends of the search on either side of rest, low below 0 and high above. */
export function enduranceOf(
  failsAt: FailsAt,
  ends: { low: number; high: number },
  steps: { step: number; tolerance: number },
): Endurance {
  const atRest = failsAt(0);
  if (atRest.length > 0) {
    const none = { at: 0, fails: atRest };
    return { low: none, high: none, atRest };
  }
  return { low: limitOf(failsAt, ends.low, steps), high: limitOf(failsAt, ends.high, steps), atRest };
}

/** What endurance is searched along. */
export const enduranceKinds = ['exposure', 'balance'] as const;
export type EnduranceKind = (typeof enduranceKinds)[number];

/** How finely each kind of endurance is searched: stops, and mired. */
export const enduranceSearch: Record<
  EnduranceKind,
  { ends: { low: number; high: number }; steps: { step: number; tolerance: number } }
> = {
  exposure: { ends: { low: -6, high: 6 }, steps: { step: 0.5, tolerance: 0.05 } },
  balance: { ends: { low: -150, high: 150 }, steps: { step: 25, tolerance: 5 } },
};
