import { z } from 'zod';

/** What can stand against a release, by heading. Each heading needs a reason of its own. */
export const headings = {
  criteria: { label: 'Criteria', about: 'looks that have not passed the project’s gate' },
  accuracy: { label: 'Accuracy', about: 'files over their tolerance' },
  rules: { label: 'Rules', about: 'files that do not fit where they go' },
} as const;
export type Heading = keyof typeof headings;
export const headingIds = Object.keys(headings) as Heading[];

const byHeading = <S extends z.ZodType>(schema: S) =>
  z.strictObject({ criteria: schema, accuracy: schema, rules: schema });

const sentences = z.array(z.string().max(2000)).max(40_000);
/** Everything that stands against a release, a sentence each. */
export const standingSchema = byHeading(sentences.default([]));
export type Standing = z.output<typeof standingSchema>;

/** How much stands under each heading. */
export const standingCountSchema = byHeading(z.int().min(0).default(0));
export type StandingCount = z.output<typeof standingCountSchema>;

/** Why it goes out all the same. */
export const reasonsSchema = byHeading(z.string().max(2000).default(''));
export type Reasons = z.output<typeof reasonsSchema>;
export const noReasons: Reasons = { criteria: '', accuracy: '', rules: '' };

/** Headings under which something stands and nobody has said why it goes out all the same. */
export const unexcused = (standing: Standing, reasons: Reasons): Heading[] =>
  headingIds.filter((id) => standing[id].length > 0 && reasons[id].trim() === '');

export const countStanding = (standing: Standing): StandingCount => ({
  criteria: standing.criteria.length,
  accuracy: standing.accuracy.length,
  rules: standing.rules.length,
});

/** A release from before headings were told apart: its one reason excused whatever stood under any of them. */
export function reasonsFromOne(release: unknown): unknown {
  if (typeof release !== 'object' || release === null) return release;
  const { reason = '', ...rest } = release as Record<string, unknown>;
  return { ...rest, reasons: { criteria: reason, accuracy: reason, rules: reason } };
}
