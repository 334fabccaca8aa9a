import { create } from 'zustand';
import { z } from 'zod';
import { boardRecordSchema } from '@velvet-dusk/core/api/trials';
import { restColumn } from '@velvet-dusk/core/trial/board';
import { parseTrial, type Trial } from '@velvet-dusk/core/trial/document';
import { saveBoard } from '@velvet-dusk/core/api/endpoints/trials';
import { call } from '../../api/client.ts';
import { knownBoard, writeBoard } from '../../api/trials.ts';
import { draftDocuments } from '../../api/saving/draftDocuments.ts';

/** Where the eye is on a board. */
export interface Spot {
  row: number;
  column: number;
}

/** What a project begins with where it has no board yet; nothing of it is sent until somebody changes it. */
const firstBoards = new Map<string, Trial>();

/** Boards as they are laid out, by project. */
const boards = draftDocuments<Trial>({
  kind: 'board',
  kept: z.looseObject({ kind: z.literal('velvet-dusk/trial'), name: z.string() }),
  nameOf: (board) => board.name,
  check: (board) => void parseTrial(board, 'board'),
  async send(id, board, revision) {
    const record = await call(saveBoard, { id }, { body: board, revision });
    writeBoard(id, record);
    return record.revision;
  },
  current(body) {
    const record = boardRecordSchema.safeParse(body).data;
    return record && { revision: record.revision, content: record.document };
  },
  known(projectId) {
    const kept = knownBoard(projectId);
    const content = kept?.document ?? firstBoards.get(projectId);
    return content ? [{ id: projectId, saved: { revision: kept?.revision ?? 0, content } }] : [];
  },
});

/** Where an earlier release kept the board of a project: in the browser, for all windows. */
const keptBefore = (projectId: string) => `velvet-dusk board ${projectId}`;

function takeKeptBefore(projectId: string): Trial | null {
  const key = keptBefore(projectId);
  const texts = [sessionStorage, localStorage].map((store) => store.getItem(key));
  for (const store of [sessionStorage, localStorage]) store.removeItem(key);
  try {
    return parseTrial(JSON.parse(texts[0] ?? texts[1] ?? 'null'), 'board');
  } catch {
    return null;
  }
}

/** Takes in the board that the server has of a project, or the first one where it has none. */
export async function openBoard(projectId: string, first: Trial): Promise<void> {
  firstBoards.set(projectId, first);
  const wasOpen = projectId in boards.useDrafts.getState().drafts;
  await boards.open(projectId);
  const before = takeKeptBefore(projectId);
  if (before && !knownBoard(projectId)) setBoard(projectId, before);
  const board = boards.useDrafts.getState().drafts[projectId];
  if (!wasOpen && board)
    setBoardView({
      chosen: board.switch ? restColumn(board.switch) : 0,
      spot: { row: 0, column: restColumn(board.columns) },
    });
}

/** Lays a board out. */
export const setBoard = (projectId: string, board: Trial): void => boards.edit(projectId, () => board);

export const useBoardDocument = (projectId: string): Trial | undefined =>
  boards.useDrafts((s) => s.drafts[projectId]);
export const useBoardState = (projectId: string) => boards.useStates((s) => s.states[projectId]);
export const { undo: undoBoard, redo: redoBoard } = boards;

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
