import { RecentWork } from '@velvet-dusk/core/numeric/recent';
import type { Look } from '@velvet-dusk/core/look/document';
import type { BoardCell } from '@velvet-dusk/core/trial/board';
import { cellStrength } from '@velvet-dusk/core/trial/cell';
import type { Condition } from '@velvet-dusk/core/trial/condition';
import { type Endurance, type EnduranceKind, enduranceKinds } from '@velvet-dusk/core/trial/endurance';
import { nameOf } from '../../state/nameOf.ts';
import { boardCrew } from '../../workers/crew.ts';
import type { BoardSetting, CellOrder, DrawnCell, TrialPlateOrder } from '../../workers/trials.ts';

/** A row whose endurance is searched. */
export interface EnduranceOrder {
  row: number;
  order: CellOrder;
}
export interface BoardOrder {
  cells: readonly { cell: BoardCell; order: CellOrder }[];
  rows: readonly EnduranceOrder[];
  setting: BoardSetting;
}
export interface BoardListener {
  onCell(cell: BoardCell, drawn: DrawnCell): void;
  onEndurance(row: number, kind: EnduranceKind, found: Endurance): void;
  onTrouble(message: string): void;
}

/** Cells and searches that were made lately, by all that decides them. */
const kept = new RecentWork<unknown>(600);
const afterCells = -1;

const plateKey = (plate: TrialPlateOrder) =>
  'url' in plate
    ? JSON.stringify([plate.url, plate.shot, plate.marks, plate.bits, nameOf(plate.profile)])
    : `${plate.id} ${nameOf(plate.profile)}`;
const orderKey = (what: string, { plate, look, condition }: CellOrder, setting: BoardSetting) => {
  const { plateId: _, lookId: __, ...rest } = condition;
  const { profiles, ...others } = setting;
  const strength = cellStrength(look, condition, 'url' in plate ? plate : {});
  return JSON.stringify([what, plateKey(plate), nameOf(look), rest, strength, nameOf(profiles), others]);
};

/**
 * Has a board drawn by the workers: cells in the order they come, then searches. What was made lately is not made again.
 * @returns a function that stops it; pieces under way are finished and kept.
 */
export function runBoard({ cells, rows, setting }: BoardOrder, listener: BoardListener): () => void {
  const stop = new AbortController();
  const { signal } = stop;
  const tell = <T>(piece: Promise<T>, then: (made: T) => void) =>
    void piece.then(
      (made) => signal.aborted || then(made),
      (error: Error) => signal.aborted || listener.onTrouble(error.message),
    );
  const crew = boardCrew();
  // A board that was stopped a moment ago may have had the same piece in the line.
  const ask = <T>(key: string, make: () => Promise<T>): Promise<T> =>
    (kept.get(key, make) as Promise<T>).catch((error: Error) => {
      if (error.name === 'AbortError' && !signal.aborted) return ask(key, make);
      throw error;
    });
  for (const { cell, order } of cells)
    tell(
      ask(orderKey('cell', order, setting), () => crew.run('cell', [order, setting], { signal })),
      (drawn) => listener.onCell(cell, drawn),
    );
  for (const { row, order } of rows)
    for (const kind of enduranceKinds)
      tell(
        ask(orderKey(kind, order, setting), () =>
          crew.run('endurance', [order, setting, kind], { signal, priority: afterCells }),
        ),
        (found) => listener.onEndurance(row, kind, found),
      );
  return () => stop.abort();
}

/** A cell as it is asked of a worker; null where what it names is not there. */
export function orderOf(
  condition: Condition,
  find: { plate(id: string): TrialPlateOrder | null; cellLook(condition: Condition): Look | null },
): CellOrder | null {
  const plate = find.plate(condition.plateId);
  const look = find.cellLook(condition);
  return plate && look ? { plate, look, condition } : null;
}
