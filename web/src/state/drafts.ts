import { z } from 'zod';
import { lookSchema } from '@velvet-dusk/core/look/document';
import { plateSchema } from '@velvet-dusk/core/api/contract';
import type { BenchDocument } from './document.ts';

/** What is not yet saved, and the history, kept in the browser so that a reload or a dead server loses nothing. */

const editsSchema = plateSchema.pick({ name: true, profileId: true, shot: true, marks: true });
const documentSchema = z.object({ look: lookSchema, plates: z.record(z.string(), editsSchema) });
const draftSchema = z.object({ version: z.number(), document: documentSchema });
const historySchema = z.object({
  version: z.number(),
  past: z.array(documentSchema),
  future: z.array(documentSchema),
});
export type Draft = z.output<typeof draftSchema>;

/** Entries of history kept over a reload: some 2 kB each. */
const keptHistory = 100;

const draftKey = (lookId: string) => `velvet-dusk draft ${lookId}`;
const historyKey = (lookId: string) => `velvet-dusk history ${lookId}`;

function read<S extends z.ZodType>(key: string, schema: S): z.output<S> | undefined {
  try {
    return schema.parse(JSON.parse(localStorage.getItem(key) ?? 'null'));
  } catch {
    return undefined;
  }
}

function write(key: string, value: unknown): void {
  try {
    localStorage.setItem(key, JSON.stringify(value));
  } catch {
    // A full or forbidden store must not stop an edit; the server copy is the one that counts.
  }
}

export const readDraft = (lookId: string): Draft | undefined => read(draftKey(lookId), draftSchema);
export const writeDraft = (lookId: string, draft: Draft) => write(draftKey(lookId), draft);
export const dropDraft = (lookId: string) => localStorage.removeItem(draftKey(lookId));

/** History counts only for the version it leads to. */
export function readHistory(
  lookId: string,
  version: number,
): { past: BenchDocument[]; future: BenchDocument[] } {
  const found = read(historyKey(lookId), historySchema);
  return found?.version === version ? found : { past: [], future: [] };
}
export function writeHistory(
  lookId: string,
  version: number,
  past: Partial<BenchDocument>[],
  future: Partial<BenchDocument>[],
): void {
  write(historyKey(lookId), { version, past: past.slice(-keptHistory), future: future.slice(-keptHistory) });
}
