import { z } from 'zod';
import { shotRecordSchema } from '@velvet-dusk/core/recording/shotRecord';
import { acceptedMissesSchema } from '@velvet-dusk/core/look/acceptedMisses';
import { plateStrengthsSchema } from '@velvet-dusk/core/look/onPlate';
import { shotNotesSchema } from '@velvet-dusk/core/notes/note';
import { plateTextureSchema } from '@velvet-dusk/core/texture/onPlate';
import { sceneInName } from '@velvet-dusk/core/plate/recordingOf';
import type { BenchDocument } from './document.ts';
import { editsSchema, keptLook, parsed } from './drafts.ts';

/** The steps of undo, kept in the browser over a reload. */

/** Whoever left before plates had scenes comes back with that of the plate's name, as the database has it; before strengths, accepted misses, records and shot notes, with none. */
const editsOfThen = editsSchema
  .extend({
    scene: z.string().optional(),
    texture: plateTextureSchema.default({}),
    strengths: plateStrengthsSchema.default({}),
    acceptedMisses: acceptedMissesSchema.default({}),
    record: shotRecordSchema.prefault({}),
    shotNotes: shotNotesSchema.default([]),
  })
  .transform(({ scene, ...edits }) => ({ ...edits, scene: scene ?? sceneInName(edits.name) }));
/** Looks and plates are kept once each: one edit changes one of them, and history is many edits. */
const historySchema = z.object({
  version: z.number(),
  looks: z.array(keptLook),
  plates: z.array(z.record(z.string(), editsOfThen)),
  /** Entries as places in the two lists. */
  past: z.array(z.tuple([z.number(), z.number()])),
  future: z.array(z.tuple([z.number(), z.number()])),
});

/** Entries kept over a reload. */
const kept = 100;
const keyOf = (lookId: string) => `velvet-dusk history ${lookId}`;

/** History counts only for the version it leads to. */
export function readHistory(
  lookId: string,
  version: number,
): { past: BenchDocument[]; future: BenchDocument[] } {
  const found = parsed(keyOf(lookId), historySchema);
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
    all.slice(-kept).map((d) => [looks.of(d.look), plates.of(d.plates)]);
  const [before, after] = [entries(past), entries(future)];
  const text = JSON.stringify({
    version,
    looks: looks.list,
    plates: plates.list,
    past: before,
    future: after,
  });
  try {
    localStorage.setItem(keyOf(lookId), text);
  } catch {
    // Without room for it the steps of undo end with the page.
  }
}
