import { create } from 'zustand';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import type { Pack } from '@velvet-dusk/core/pack/document';
import type { Look } from '@velvet-dusk/core/look/document';
import type { Trial } from '@velvet-dusk/core/trial/document';
import type { PlateEdits } from './document.ts';

export type SaveStatus =
  | { kind: 'saved'; at: Date | null }
  | { kind: 'saving' }
  | { kind: 'waiting'; why: string }
  | { kind: 'refused'; why: string };

interface Sides<T> {
  mine: T;
  theirs: T;
}

/** One document that was changed here and elsewhere. Nothing of it is sent until one side is chosen. */
export type Conflict = {
  id: string;
  name: string;
  theirsRevision: number;
  resolve(side: 'mine' | 'theirs'): void;
} & (
  | ({ kind: 'look' } & Sides<Look>)
  | ({ kind: 'plate' } & Sides<PlateEdits>)
  | ({ kind: 'profile' } & Sides<Profile>)
  | ({ kind: 'pack' } & Sides<Pack>)
  | ({ kind: 'board' } & Sides<Trial>)
);

interface Saving {
  status: SaveStatus;
  /** Of the look on the bench. */
  revision: number;
  conflicts: Conflict[];
  /** Other documents that are on their way, by kind and ID. */
  saving: readonly string[];
}

export const useSaveStatus = create<Saving>(() => ({
  status: { kind: 'saved', at: null },
  revision: 0,
  conflicts: [],
  saving: [],
}));
export const setStatus = (status: SaveStatus) => useSaveStatus.setState({ status });

/** Notes whether a document that is not on the bench is being saved. */
export const setSaving = (name: string, isSaving: boolean) =>
  useSaveStatus.setState(({ saving }) => {
    if (saving.includes(name) === isSaving) return {};
    return { saving: isSaving ? [...saving, name] : saving.filter((n) => n !== name) };
  });

const isOf = (kind: Conflict['kind'], id: string) => (c: Conflict) => c.kind === kind && c.id === id;

export const hasConflict = (kind: Conflict['kind'], id: string): boolean =>
  useSaveStatus.getState().conflicts.some(isOf(kind, id));

/** Tells of a conflict, in the place of an earlier one of the same document. */
export const addConflict = (conflict: Conflict) =>
  useSaveStatus.setState(({ conflicts }) => ({
    conflicts: [...conflicts.filter((c) => !isOf(conflict.kind, conflict.id)(c)), conflict],
  }));
export const endConflict = (kind: Conflict['kind'], id: string) =>
  useSaveStatus.setState(({ conflicts }) => ({ conflicts: conflicts.filter((c) => !isOf(kind, id)(c)) }));
export const endConflicts = (kinds: readonly Conflict['kind'][]) =>
  useSaveStatus.setState(({ conflicts }) => ({
    conflicts: conflicts.filter((c) => !kinds.includes(c.kind)),
  }));
