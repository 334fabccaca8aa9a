import { z } from 'zod';
import { checkDocument, migrate } from '../document.ts';
import { axisIds } from './axes/index.ts';
import { conditionSchema } from './condition.ts';
import { trialReadingIds } from './readingIds.ts';

export const trialKind = 'velvet-dusk/trial';
const trialVersion = 1;

/** Width cells are measured and drawn at, pixels. */
export const trialWidth = 480;
/** Cells of a board at most, switch and all. */
export const maxCells = 2000;

const layoutSchema = z.strictObject({
  axis: z.enum(axisIds),
  values: z
    .array(z.union([z.string(), z.number()]))
    .min(1)
    .max(60),
});
export type Layout = z.output<typeof layoutSchema>;

/** A board: what changes along its rows and columns, and what stays. */
export const trialSchema = z
  .strictObject({
    kind: z.literal(trialKind),
    schemaVersion: z.literal(trialVersion),
    name: z.string().min(1).max(120),
    /** What every cell has that no axis sets. */
    base: conditionSchema,
    rows: layoutSchema,
    columns: layoutSchema,
    /** A third axis, one value of which is looked at at a time. */
    switch: layoutSchema.nullable().default(null),
    /** Readings that are judged; all of them where none are named. */
    readings: z.array(z.enum(trialReadingIds)).default([]),
  })
  .superRefine(({ rows, columns, switch: third }, context) => {
    const used = [rows.axis, columns.axis, ...(third ? [third.axis] : [])];
    if (new Set(used).size !== used.length)
      context.addIssue({ code: 'custom', path: ['columns', 'axis'], message: 'one axis stands twice' });
    const cells = rows.values.length * columns.values.length * (third?.values.length ?? 1);
    if (cells > maxCells)
      context.addIssue({ code: 'custom', path: ['rows'], message: `${cells} cells, ${maxCells} at most` });
  });
export type Trial = z.output<typeof trialSchema>;

/** Checks a parsed trial, migrating older ones. Throws a DocumentError that says where. */
export function parseTrial(value: unknown, file: string): Trial {
  const document = migrate(value, { kind: trialKind, version: trialVersion, migrations: {}, file });
  return checkDocument(trialSchema, document, file);
}
