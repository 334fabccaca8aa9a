import type { z } from 'zod';
import { create } from 'zustand';
import { DocumentError } from '@velvet-dusk/core/document';
import { DraftKeeper, type DraftKind } from '../../state/drafts.ts';
import { same } from '../../state/merge.ts';
import { undoable } from '../../state/undoable.ts';
import { hasConflict, setSaving } from '../../state/saveStatus.ts';
import { SendLater, troubleOf } from './sendLater.ts';
import { type Saved, VersionedSaver } from './versionedSaver.ts';

export type DraftState = { kind: 'saved' | 'saving' } | { kind: 'waiting' | 'refused'; why: string };

/** A kind of document that is edited by itself and saved as a whole. */
export interface DraftDocumentKind<T extends object> {
  kind: DraftKind;
  /** Reads what a draft holds, right or not yet right, and brings what an earlier release kept to today's. */
  kept: z.ZodType;
  nameOf(document: T): string;
  /** Throws where a document is not right; such a one is kept as a draft, and not sent. */
  check(document: T): void;
  send(id: string, document: T, revision: number): Promise<number>;
  current(body: unknown): Saved<T> | undefined;
  /** What the server has of a project. */
  known(projectId: string): { id: string; saved: Saved<T> }[];
}

/** What is wrong with a document, by place; empty where nothing is. */
export function problemsIn(check: () => void): string[] {
  try {
    check();
    return [];
  } catch (error) {
    return error instanceof DocumentError ? [...error.problems] : [(error as Error).message];
  }
}

/** Documents of one kind as they are edited, with undo, drafts and conflicts, kept true to the server. */
export function draftDocuments<T extends object>(of: DraftDocumentKind<T>) {
  const store = undoable<{ drafts: Record<string, T> }, 'drafts'>({ drafts: {} }, ['drafts']);
  const { use: useDrafts, quietly } = store;
  const useStates = create<{ states: Record<string, DraftState> }>(() => ({ states: {} }));
  const setState = (id: string, state: DraftState) => {
    setSaving(`${of.kind} ${id}`, state.kind === 'saving' || state.kind === 'waiting');
    useStates.setState((s) => ({ states: { ...s.states, [id]: state } }));
  };
  const put = (id: string, document: T) =>
    useDrafts.setState(({ drafts }) => ({ drafts: { ...drafts, [id]: document } }));

  const saver = new VersionedSaver<T>({
    kind: of.kind,
    kept: of.kept,
    isByField: false,
    nameOf: of.nameOf,
    now: (id) => useDrafts.getState().drafts[id],
    put,
    putMerged: (id, document) => quietly(() => put(id, document)),
    send: (id, document, revision) => of.send(id, document as T, revision),
    current: of.current,
    onSettled(id) {
      setState(id, { kind: 'saved' });
      changed();
    },
  });
  const lines = new Map<string, SendLater>();
  const problemsOf = (draft: T) => problemsIn(() => of.check(draft));
  let hasDrafts = false;

  function lineOf(id: string): SendLater {
    const line = lines.get(id) ?? new SendLater(() => send(id));
    lines.set(id, line);
    return line;
  }

  async function send(id: string): Promise<void> {
    lineOf(id).stop();
    const draft = useDrafts.getState().drafts[id];
    if (!draft || problemsOf(draft).length > 0) return;
    try {
      await saver.send(id);
      if (hasConflict(of.kind, id))
        return setState(id, { kind: 'refused', why: `"${of.nameOf(draft)}" was changed elsewhere.` });
      setState(id, { kind: 'saved' });
      changed();
    } catch (error) {
      const trouble = troubleOf(error);
      setState(id, trouble);
      if (trouble.kind === 'waiting') lineOf(id).again();
    }
  }

  function changed(): void {
    for (const id of saver.ids) {
      const draft = useDrafts.getState().drafts[id];
      if (!draft) continue;
      if (!saver.note(id)) {
        // What was refused and is undone is as it was saved.
        const { [id]: state } = useStates.getState().states;
        if (state?.kind === 'refused' && !hasConflict(of.kind, id)) setState(id, { kind: 'saved' });
        continue;
      }
      const problems = problemsOf(draft);
      if (problems.length > 0) setState(id, { kind: 'refused', why: problems.join('; ') });
      else {
        setState(id, { kind: 'saving' });
        lineOf(id).soon();
      }
    }
  }
  useDrafts.subscribe(changed);

  /** Takes in what the server has; drafts with edits are left alone. */
  async function open(projectId: string): Promise<void> {
    if (!hasDrafts) saver.keepDrafts(await DraftKeeper.start());
    hasDrafts = true;
    const old = useDrafts.getState().drafts;
    const drafts: Record<string, T> = {};
    for (const { id, saved } of of.known(projectId)) {
      const known = saver.savedOf(id);
      const isEdited = known && old[id] && !same(old[id], known.content);
      if (!known) drafts[id] = saver.open(id, saved);
      else if (isEdited) drafts[id] = old[id];
      else {
        // Drafts were read when it was opened; those there are now are other windows'.
        saver.take(id, saved);
        drafts[id] = saved.content;
      }
    }
    if (!same(drafts, old)) quietly(() => useDrafts.setState({ drafts }));
    changed();
  }

  return {
    useDrafts,
    useStates,
    problemsOf,
    open,
    /** Sends what is unsaved now. @returns the revision the server has; throws where it does not take it. */
    async flush(id: string): Promise<number> {
      await send(id);
      const state = useStates.getState().states[id];
      if (state && 'why' in state) throw new Error(state.why);
      return saver.savedOf(id)!.revision;
    },
    edit: (id: string, change: (document: T) => T) =>
      store.edit(({ drafts }) => (drafts[id] ? { drafts: { ...drafts, [id]: change(drafts[id]) } } : {})),
    undo: store.undo,
    redo: store.redo,
  };
}
