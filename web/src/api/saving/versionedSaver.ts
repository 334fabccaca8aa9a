import type { z } from 'zod';
import { ApiError } from '../client.ts';
import { isFinal } from './sendLater.ts';
import type { DraftKeeper, DraftKind, DraftOf } from '../../state/drafts.ts';
import { changedFields, onTop, same } from '../../state/merge.ts';
import { addConflict, type Conflict, endConflict, hasConflict } from '../../state/saveStatus.ts';

/** What the server has of a document. */
export interface Saved<T> {
  revision: number;
  content: T;
}

/** What a saver must know of the documents it keeps: where they are edited, how they are sent. */
export interface SavedKind<T extends object> {
  kind: DraftKind;
  /** Reads what a draft holds of a document, and brings what an earlier release kept to today's. */
  kept: z.ZodType;
  /** Fields are saved one by one, so that changes of different fields lie side by side; else the document as a whole. */
  isByField: boolean;
  nameOf(content: T): string;
  /** The document as it is edited now; undefined where it is not open. */
  now(id: string): T | undefined;
  /** Puts another in its place, as an edit that can be undone. */
  put(id: string, content: T): void;
  /** Puts what was merged in its place, without a step of undo. */
  putMerged(id: string, content: T, sides: { before: T; theirs: T }): void;
  /** Sends what has changed. @returns the new revision. */
  send(id: string, change: Partial<T>, revision: number): Promise<number>;
  /** What the server has, from the body of its refusal; undefined where that says nothing of it. */
  current(body: unknown): Saved<T> | undefined;
  /** A conflict of one of them was settled. */
  onSettled(id: string, side: 'mine' | 'theirs'): void;
}

/** Saves without an answer that are remembered of a document; each takes a while, and the server has one of them at most. */
const longestUnanswered = 8;

/**
 * Keeps the server's copy of documents of one kind true to what is edited. Each has a revision, a draft in the browser and
 * conflicts of its own: one that was changed elsewhere is not sent until somebody has chosen, and holds no other up.
 */
export class VersionedSaver<T extends object> {
  private readonly saved = new Map<string, Saved<T>>();
  /** What the server may have of a document by now: saves that were sent and not answered yet. */
  private readonly unanswered = new Map<string, readonly T[]>();
  private readonly sending = new Map<string, Promise<void>>();
  private drafts: DraftKeeper | undefined;

  constructor(private readonly of: SavedKind<T>) {}

  /** Drafts are kept from here on. */
  keepDrafts(drafts: DraftKeeper): void {
    this.drafts = drafts;
  }

  clear(): void {
    this.saved.clear();
    this.unanswered.clear();
  }

  get ids(): string[] {
    return [...this.saved.keys()];
  }

  savedOf(id: string): Saved<T> | undefined {
    return this.saved.get(id);
  }

  /** Takes in what the server has of a document that is open and not edited. */
  take(id: string, saved: Saved<T>): void {
    this.saved.set(id, saved);
  }

  /** Opens a document as the server has it. @returns it with the unsaved draft on top, where that goes. */
  open(id: string, saved: Saved<T>): T {
    this.saved.set(id, saved);
    const { content: theirs, revision } = saved;
    const draft = this.drafts?.read(this.of.kind, id, this.of.kept) as DraftOf<T> | undefined;
    if (!draft) return theirs;
    const isOwn = draft.base === revision || draft.sent?.some((sent) => same(sent, theirs)) === true;
    const merged = this.merged(theirs, draft, isOwn);
    if (merged && same(merged, theirs)) this.drafts!.drop(this.of.kind, id);
    if (!merged) this.clashes(id, { ...theirs, ...draft.mine }, saved);
    return merged ?? theirs;
  }

  /** A change on top of what the server has; null where both changed the same thing. */
  private merged(theirs: T, { mine, before }: DraftOf<T>, isOnTheirs: boolean): T | null {
    if (this.of.isByField) return onTop(theirs, mine, isOnTheirs ? theirs : (before ?? theirs));
    return isOnTheirs || same(mine, theirs) ? (mine as T) : null;
  }

  /** What is unsaved of a document, on which revision. */
  private changeOf(id: string): DraftOf<T> | undefined {
    const saved = this.saved.get(id);
    const now = this.of.now(id);
    if (!saved || !now || same(now, saved.content)) return undefined;
    const { revision: base, content } = saved;
    const sent = this.unanswered.get(id);
    const common = { base, ...(sent && { sent }) };
    if (!this.of.isByField) return { ...common, mine: now };
    const mine = changedFields(content, now);
    const keys = Object.keys(mine) as (keyof T)[];
    return { ...common, mine, before: Object.fromEntries(keys.map((k) => [k, content[k]])) as Partial<T> };
  }

  /** Notes what is unsaved as a draft; none is kept of what was undone back. @returns whether it waits to be sent. */
  note(id: string): boolean {
    if (hasConflict(this.of.kind, id)) return false;
    const change = this.changeOf(id);
    if (change) this.drafts?.write(this.of.kind, id, change);
    else this.drafts?.drop(this.of.kind, id);
    return change !== undefined;
  }

  /**
   * Sends what is unsaved of a document, if anything is: one save at a time, each built on the answer to the one before.
   * Throws where that fails for another reason than a conflict.
   */
  async send(id: string): Promise<void> {
    const before = this.sending.get(id) ?? Promise.resolve();
    const turn = before.catch(() => {}).then(() => this.sendNow(id));
    this.sending.set(id, turn);
    try {
      await turn;
    } finally {
      if (this.sending.get(id) === turn) this.sending.delete(id);
    }
  }

  private async sendNow(id: string): Promise<void> {
    const saved = this.saved.get(id);
    const mine = this.of.now(id);
    const change = this.changeOf(id);
    if (!saved || !mine || !change || hasConflict(this.of.kind, id)) return;
    const sent = [...(this.unanswered.get(id) ?? []), mine].slice(-longestUnanswered);
    this.unanswered.set(id, sent);
    // Should the page go before the answer comes, the next one knows its own save by this.
    this.note(id);
    try {
      const revision = await this.of.send(id, change.mine, saved.revision);
      this.answered(id, { revision, content: mine });
    } catch (error) {
      const current = this.of.current(refusalBody(error));
      if (current) {
        // An answer of this window's own that was lost, or came to one of two: nobody else has changed anything.
        const isOwn = sent.some((content) => same(content, current.content));
        if (isOwn) this.answered(id, current);
        else this.moved(id, mine, saved.content, current);
        this.unanswered.delete(id);
        if (isOwn) return this.sendNow(id);
        return;
      }
      if (isFinal(error)) this.unanswered.delete(id);
      throw error;
    }
  }

  private answered(id: string, saved: Saved<T>): void {
    this.unanswered.delete(id);
    this.saved.set(id, saved);
    this.drafts?.drop(this.of.kind, id);
  }

  /** Somebody saved first: what was changed there and here lies side by side, or clashes. */
  private moved(id: string, mine: T, before: T, current: Saved<T>): void {
    const theirs = current.content;
    const change = this.of.isByField ? changedFields(before, mine) : mine;
    const merged = this.merged(theirs, { base: 0, mine: change, before }, false);
    if (!merged) return this.clashes(id, mine, current);
    this.saved.set(id, current);
    if (!same(merged, mine)) this.of.putMerged(id, merged, { before, theirs });
  }

  private clashes(id: string, mine: T, { content: theirs, revision }: Saved<T>): void {
    addConflict({
      kind: this.of.kind,
      id,
      name: this.of.nameOf(mine),
      mine,
      theirs,
      theirsRevision: revision,
      resolve: (side) => {
        endConflict(this.of.kind, id);
        this.drafts?.drop(this.of.kind, id);
        // Theirs is what the server has; whatever is put in its place after this is a change on top of it.
        this.saved.set(id, { revision, content: theirs });
        if (!same(this.of.now(id), mine)) this.of.put(id, mine);
        if (side === 'theirs') this.of.put(id, theirs);
        this.of.onSettled(id, side);
      },
    } as Conflict);
  }
}

/** What the server has, where it refused an edit because of that. */
const refusalBody = (error: unknown): unknown =>
  error instanceof ApiError && error.status === 412 ? error.body.current : undefined;
