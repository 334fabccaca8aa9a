import { z } from 'zod';
import { plateSchema } from '@velvet-dusk/core/api/contract';
import { parseLook } from '@velvet-dusk/core/look/document';
import type { PlateEdits } from './document.ts';
import { openWindows, windowId } from './windowId.ts';

/**
 * What is not yet saved, kept in the browser so that a reload or a dead server loses nothing: one draft a document and
 * window, with the version it was made on, and nothing that was not changed.
 */

const editsSchema = plateSchema
  .pick({ name: true, profileId: true, shot: true, marks: true, texture: true })
  .partial();
/** What an earlier release kept is brought to today's version. */
export const keptLook = z.unknown().transform((kept) => parseLook(kept, 'kept look'));
const schemas = {
  look: z.object({ base: z.number().int(), mine: keptLook }),
  /** Of a plate, what was changed, and what stood there before. */
  plate: z.object({ base: z.number().int(), mine: editsSchema, before: editsSchema }),
};
export type LookDraft = z.output<typeof schemas.look>;
export interface PlateDraft {
  base: number;
  mine: Partial<PlateEdits>;
  before: Partial<PlateEdits>;
}
interface Drafts {
  look: LookDraft;
  plate: PlateDraft;
}

const prefixOf = (kind: keyof Drafts, id: string) => `velvet-dusk draft ${kind} ${id} `;

/** The drafts of one window, and of closed ones, which it may take over. */
export class DraftKeeper {
  private constructor(
    private readonly mine: string,
    private readonly open: ReadonlySet<string>,
  ) {}

  static async start(): Promise<DraftKeeper> {
    return new DraftKeeper(await windowId, await openWindows());
  }

  /** This window's draft of a document, or one of a window that is no more. */
  read<K extends keyof Drafts>(kind: K, id: string): Drafts[K] | undefined {
    const prefix = prefixOf(kind, id);
    const keys = Object.keys(localStorage).filter((key) => key.startsWith(prefix));
    const left = keys.filter((key) => !this.open.has(key.slice(prefix.length)));
    const own = prefix + this.mine;
    for (const key of keys.includes(own) ? [own] : left) {
      const draft = parsed(key, schemas[kind]) as Drafts[K] | undefined;
      if (draft && key !== own) {
        this.write(kind, id, draft);
        localStorage.removeItem(key);
      }
      if (draft) return draft;
    }
    return undefined;
  }

  write<K extends keyof Drafts>(kind: K, id: string, draft: Drafts[K]): void {
    try {
      localStorage.setItem(prefixOf(kind, id) + this.mine, JSON.stringify(draft));
    } catch {
      // A full or forbidden store must not stop an edit; the server copy is the one that counts.
    }
  }

  drop(kind: keyof Drafts, id: string): void {
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
