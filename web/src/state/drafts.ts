import { z } from 'zod';
import { lookSchema } from '@velvet-dusk/core/look/document';
import { plateSchema } from '@velvet-dusk/core/api/contract';
import type { BenchDocument } from './document.ts';

/** What is not yet saved, and the history, kept in the browser so that a reload or a dead server loses nothing. */

const editsSchema = plateSchema.pick({ name: true, profileId: true, shot: true, marks: true, texture: true });
const documentSchema = z.object({ look: lookSchema, plates: z.record(z.string(), editsSchema) });
const draftSchema = z.object({ version: z.number(), document: documentSchema });
/** Looks and plates are kept once each: one edit changes one of them, and history is many edits. */
const historySchema = z.object({
  version: z.number(),
  looks: z.array(documentSchema.shape.look),
  plates: z.array(documentSchema.shape.plates),
  /** Entries as places in the two lists. */
  past: z.array(z.tuple([z.number(), z.number()])),
  future: z.array(z.tuple([z.number(), z.number()])),
});
export type Draft = z.output<typeof draftSchema>;

/** Entries of history kept over a reload. */
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
  if (found?.version !== version) return { past: [], future: [] };
  const { looks, plates } = found;
  const whole = (entries: readonly [number, number][]) =>
    entries.flatMap(([l, p]) => (looks[l] && plates[p] ? [{ look: looks[l], plates: plates[p] }] : []));
  return { past: whole(found.past), future: whole(found.future) };
}

/** Gives each thing a place in a list, the same thing the same place. */
class Places<T> {
  readonly list: T[] = [];
  private readonly known = new Map<T, number>();
  of(thing: T): number {
    let place = this.known.get(thing);
    if (place === undefined) {
      place = this.list.push(thing) - 1;
      this.known.set(thing, place);
    }
    return place;
  }
}

export function writeHistory(
  lookId: string,
  version: number,
  past: Partial<BenchDocument>[],
  future: Partial<BenchDocument>[],
): void {
  const [looks, plates] = [new Places<unknown>(), new Places<unknown>()];
  const entries = (all: Partial<BenchDocument>[]) =>
    all.slice(-keptHistory).map((d) => [looks.of(d.look), plates.of(d.plates)]);
  const [before, after] = [entries(past), entries(future)];
  write(historyKey(lookId), { version, looks: looks.list, plates: plates.list, past: before, future: after });
}
