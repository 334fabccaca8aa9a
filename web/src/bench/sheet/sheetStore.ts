import { create } from 'zustand';
import { setView } from '../../state/view.ts';

/** What may be chosen from pictures at the bench. */
export const sheetKinds = {
  looks: 'Looks',
  startingPoints: 'Starting points',
  negatives: 'Negatives',
  prints: 'Prints',
} as const;
export type SheetKind = keyof typeof sheetKinds;

interface SheetView {
  /** What stands on the bench's sheet. */
  kind: SheetKind;
  /** Plates that are shown, in the order they were chosen; none for the one at hand. */
  plateIds: readonly string[];
  starredOnly: boolean;
  words: string;
  /** What is held beside each other, by kind and ID: two at most, the older one goes. */
  beside: readonly string[];
}

/** What sheets show; not part of any document. It stays while one goes from sheet to sheet. */
export const useSheet = create<SheetView>(() => ({
  kind: 'looks',
  plateIds: [],
  starredOnly: false,
  words: '',
  beside: [],
}));
export const setSheet = useSheet.setState;

/** Opens the bench's sheet on something to choose. */
export function openSheet(kind: SheetKind): void {
  setSheet({ kind, words: '' });
  setView({ looksOpen: true });
}

/** Plates that are shown at once, at most. */
const mostPlates = 4;

/** Shows a plate, or no longer. */
export const togglePlate = (id: string) =>
  setSheet(({ plateIds }) => ({
    plateIds: plateIds.includes(id) ? plateIds.filter((p) => p !== id) : [...plateIds, id].slice(-mostPlates),
  }));

/** Puts something beside what is there, or takes it away. */
export const toggleBeside = (key: string) =>
  setSheet(({ beside }) => ({
    beside: beside.includes(key) ? beside.filter((k) => k !== key) : [...beside, key].slice(-2),
  }));
