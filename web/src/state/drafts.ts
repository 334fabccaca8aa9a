import { z } from 'zod';
import { plateSchema } from '@velvet-dusk/core/api/contract';
import { shotRecordSchema } from '@velvet-dusk/core/recording/shotRecord';
import { acceptedMissesSchema } from '@velvet-dusk/core/look/acceptedMisses';
import { plateStrengthsSchema } from '@velvet-dusk/core/look/onPlate';
import { shotNotesSchema } from '@velvet-dusk/core/notes/note';
import { plateTextureSchema } from '@velvet-dusk/core/texture/onPlate';
import { parseLook } from '@velvet-dusk/core/look/document';
import { openWindows, windowId } from './windowId.ts';

/**
 * What is not yet saved, kept in the browser so that a reload or a dead server loses nothing: one draft a document and
 * window, with the revision it was made on, and nothing that was not changed.
 */

/** What can be changed of a plate. What a draft does not name was not changed: nothing stands in for it. */
export const editsSchema = plateSchema
  .pick({ name: true, scene: true, profileId: true, shot: true, marks: true })
  .extend({
    texture: plateTextureSchema,
    strengths: plateStrengthsSchema,
    acceptedMisses: acceptedMissesSchema,
    record: shotRecordSchema,
    shotNotes: shotNotesSchema,
  });
export const keptEdits = editsSchema.partial();
/** What an earlier release kept of a look is brought to today's version. */
export const keptLook = z.unknown().transform((kept) => parseLook(kept, 'kept look'));

export type DraftKind = 'look' | 'plate' | 'profile' | 'pack' | 'board';

/** A draft whose documents, or changed parts of them, are read by `kept`. */
const draftOf = (kept: z.ZodType) =>
  z.object({ base: z.number().int(), mine: kept, before: kept.optional(), sent: z.array(kept).optional() });

/** A draft: the revision it was made on, what is meant (whole, or what was changed), and what stood there before. */
export interface DraftOf<T> {
  base: number;
  mine: Partial<T>;
  before?: Partial<T>;
  /** All of the document, by each save that was not answered yet: the server may have one of them by now. */
  sent?: readonly Partial<T>[];
}

const prefixOf = (kind: DraftKind, id: string) => `velvet-dusk draft ${kind} ${id} `;

/** The drafts of one window, and of closed ones, which it may take over. */
export class DraftKeeper {
  private constructor(
    private readonly mine: string,
    private readonly open: ReadonlySet<string>,
  ) {}

  static async start(): Promise<DraftKeeper> {
    return new DraftKeeper(await windowId, await openWindows());
  }

  /** This window's draft of a document, or one of a window that is no more. @param kept reads what a draft holds of it. */
  read(kind: DraftKind, id: string, kept: z.ZodType): DraftOf<unknown> | undefined {
    const prefix = prefixOf(kind, id);
    const keys = Object.keys(localStorage).filter((key) => key.startsWith(prefix));
    const left = keys.filter((key) => !this.open.has(key.slice(prefix.length)));
    const own = prefix + this.mine;
    for (const key of keys.includes(own) ? [own] : left) {
      const draft = parsed(key, draftOf(kept)) as DraftOf<unknown> | undefined;
      if (draft && key !== own) {
        this.write(kind, id, draft);
        localStorage.removeItem(key);
      }
      if (draft) return draft;
    }
    return undefined;
  }

  write(kind: DraftKind, id: string, draft: DraftOf<unknown>): void {
    try {
      localStorage.setItem(prefixOf(kind, id) + this.mine, JSON.stringify(draft));
    } catch {
      // A full or forbidden store must not stop an edit; the server copy is the one that counts.
    }
  }

  drop(kind: DraftKind, id: string): void {
    localStorage.removeItem(prefixOf(kind, id) + this.mine);
  }
}

/** What a key of the store holds, where it is what it should be. */
export function parsed<S extends z.ZodType>(key: string, schema: S): z.output<S> | undefined {
  try {
    return schema.parse(JSON.parse(localStorage.getItem(key) ?? 'null'));
  } catch {
    return undefined;
  }
}
