import { z } from 'zod';

/** What a pack weighs and takes, and what the next one will. Apart from the plan, for answers about jobs. */

export interface PackTotals {
  files: number;
  /** Of the files as they stand in a folder. */
  bytes: number;
  /** How much there is to do, in seconds of one core of a small machine: what it takes elsewhere has to be measured there. */
  work: number;
}

/** What a pack took where it was made. */
export const packTookSchema = z.object({
  reckoned: z.object({ bytes: z.number(), work: z.number() }),
  /** Bytes of its zip. */
  zip: z.number(),
  seconds: z.number(),
});
export type PackTook = z.output<typeof packTookSchema>;

/** Packs that a forecast rests on. */
const lastFew = 5;
const middle = (values: readonly number[]) => [...values].sort((a, b) => a - b)[values.length >> 1];

/**
 * How large the zip of a pack will be, and how long it will take, by what the last packs took on this machine; null before
 * any was made.
 */
export function forecast(
  { bytes, work }: PackTotals,
  times: readonly PackTook[],
): { zip: number; seconds: number } | null {
  const told = times.filter((t) => t.reckoned.work > 0 && t.reckoned.bytes > 0).slice(0, lastFew);
  if (told.length === 0) return null;
  return {
    zip: bytes * middle(told.map((t) => t.zip / t.reckoned.bytes)),
    seconds: work * middle(told.map((t) => t.seconds / t.reckoned.work)),
  };
}
