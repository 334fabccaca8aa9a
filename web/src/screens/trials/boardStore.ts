import { temporal } from 'zundo';
import { create } from 'zustand';
import { parseTrial, type Trial } from '@velvet-dusk/core/trial/document';

/** Where the eye is on a board. */
export interface Spot {
  row: number;
  column: number;
}

interface BoardStore {
  /** Boards by project, as they are laid out; kept in the browser, for this window and as the last of all. */
  boards: Record<string, Trial>;
}

const historyLimit = 100;
const keptUnder = (projectId: string) => `velvet-dusk board ${projectId}`;

export const useBoards = create<BoardStore>()(
  temporal((): BoardStore => ({ boards: {} }), { limit: historyLimit }),
);

/** The board a project was left with; null where there is none, or one of another time. */
export function keptBoard(projectId: string): Trial | null {
  try {
    // A window comes back to its own; a new one begins with the one laid out last.
    const text = sessionStorage.getItem(keptUnder(projectId)) ?? localStorage.getItem(keptUnder(projectId));
    return text === null ? null : parseTrial(JSON.parse(text), 'board');
  } catch {
    return null;
  }
}

/** Lays a board out; the first of a project is nothing to be undone. */
export function setBoard(projectId: string, board: Trial): void {
  const { boards } = useBoards.getState();
  const history = useBoards.temporal.getState();
  if (!boards[projectId]) history.pause();
  useBoards.setState({ boards: { ...boards, [projectId]: board } });
  history.resume();
}

/** However a board was changed, by hand or by undoing: it is kept. */
useBoards.subscribe(({ boards }, { boards: before }) => {
  for (const [projectId, board] of Object.entries(boards)) {
    if (before[projectId] === board) continue;
    try {
      for (const store of [sessionStorage, localStorage])
        store.setItem(keptUnder(projectId), JSON.stringify(board));
    } catch {
      // A full or forbidden store: the board is there until the page goes.
    }
  }
});

export const undoBoard = (): void => useBoards.temporal.getState().undo();
export const redoBoard = (): void => useBoards.temporal.getState().redo();

/** What of a board is looked at; no part of it. */
interface BoardView {
  /** The value of the switch that is shown. */
  chosen: number;
  spot: Spot;
  opened: boolean;
}
export const useBoardView = create<BoardView>(() => ({
  chosen: 0,
  spot: { row: 0, column: 0 },
  opened: false,
}));
export const setBoardView = useBoardView.setState;
