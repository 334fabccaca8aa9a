import { useEffect, useMemo, useState } from 'react';
import type { BoardCell } from '@velvet-dusk/core/trial/board';
import { cellsOf } from '@velvet-dusk/core/trial/board';
import type { Trial } from '@velvet-dusk/core/trial/document';
import type { Endurance, EnduranceKind } from '@velvet-dusk/core/trial/endurance';
import { type CellResult, cellResult, type EnduranceResult } from '@velvet-dusk/core/trial/result';
import { axisOf } from '@velvet-dusk/core/trial/axes/index';
import { useOpenProject } from '../../api/openProject.ts';
import type { DrawnCell } from '../../workers/trials.ts';
import { orderOf, runBoard } from './boardRunner.ts';
import type { TrialMaterial } from './useTrialMaterial.ts';

/** What is drawn and measured of a board so far. */
export interface DrawnBoard {
  /** Cells of the board that is shown, by "row column". */
  cells: ReadonlyMap<string, DrawnCell>;
  /** Endurance of each row, where the rows are plates and one look is tried. */
  rows: ReadonlyMap<number, Partial<Record<EnduranceKind, Endurance>>>;
  /** Cells there are to draw. */
  shown: readonly BoardCell[];
  /** Milliseconds it took, once all is there. */
  took: number | null;
  trouble: string | null;
}

type Drawn = Pick<DrawnBoard, 'cells' | 'rows' | 'took' | 'trouble'>;
const nothing: Drawn = { cells: new Map(), rows: new Map(), took: null, trouble: null };

/** Milliseconds over which drawn cells are gathered: the first are shown soon, later ones leave the cores to the work. */
const gathered = { first: 60, later: 400 };
/** Cells after which there is enough to look at. */
const enough = 6;

export const cellKey = ({ row, column }: { row: number; column: number }): string => `${row} ${column}`;

/** Is one look tried on each row, so that a row has a range over which it holds? */
export const hasEndurance = ({ rows, columns }: Trial): boolean =>
  rows.axis === 'plates' && columns.axis !== 'looks';

/** The condition of a row at rest: what its endurance is searched around. */
function rowCondition(trial: Trial, chosen: number, row: number) {
  const { base, rows, switch: third } = trial;
  const switched = third ? axisOf(third.axis).apply(base, third.values[chosen] as never) : base;
  return axisOf(rows.axis).apply(switched, rows.values[row] as never);
}

/** Draws a board and keeps it drawn while it, its looks or its plates change. */
export function useBoard(trial: Trial, chosen: number, material: TrialMaterial): DrawnBoard {
  const { viewing: display, practice, profiles } = useOpenProject();
  const [drawn, setDrawn] = useState<Drawn & { of: unknown }>({ ...nothing, of: null });
  const shown = useMemo(() => cellsOf(trial).filter((c) => c.switch === chosen), [trial, chosen]);
  const judged = trial.readings;
  const setting = useMemo(
    () => ({ display, practice, profiles, judged }),
    [display, practice, profiles, judged],
  );
  // One object for a board as it stands: what was drawn of another is not shown.
  const of = useMemo(
    () => ({ trial, chosen, shown, material, setting }),
    [trial, chosen, shown, material, setting],
  );
  useEffect(() => {
    const cells = new Map<string, DrawnCell>();
    const rows = new Map<number, Partial<Record<EnduranceKind, Endurance>>>();
    const orders = of.shown.flatMap((cell) => {
      const order = orderOf(cell.condition, of.material);
      return order ? [{ cell, order }] : [];
    });
    const searches = hasEndurance(of.trial)
      ? of.trial.rows.values.flatMap((_, row) => {
          const order = orderOf(rowCondition(of.trial, of.chosen, row), of.material);
          return order ? [{ row, order }] : [];
        })
      : [];
    const began = performance.now();
    let [took, trouble]: [number | null, string | null] = [null, null];
    // What comes within so short a time is shown together; the page keeps its core for the hand.
    let timer: ReturnType<typeof setTimeout> | undefined;
    const show = () => {
      if (cells.size === orders.length) took ??= performance.now() - began;
      timer ??= setTimeout(
        () => {
          timer = undefined;
          setDrawn({ of, cells: new Map(cells), rows: new Map(rows), took, trouble });
        },
        cells.size < enough ? gathered.first : gathered.later,
      );
    };
    const stop = runBoard(
      { cells: orders, rows: searches, setting: of.setting },
      {
        onCell(cell, piece) {
          cells.set(cellKey(cell), piece);
          show();
        },
        onEndurance(row, kind, found) {
          rows.set(row, { ...rows.get(row), [kind]: found });
          show();
        },
        onTrouble(message) {
          trouble = message;
          show();
        },
      },
    );
    return () => {
      stop();
      clearTimeout(timer);
    };
  }, [of]);
  return { ...(drawn.of === of ? drawn : nothing), shown };
}

/** What is drawn as it is kept, for words and files. */
export function measuredOf(
  { cells, rows, shown }: DrawnBoard,
  trial: Trial,
  lookId: string,
): { cells: CellResult[]; endurance: EnduranceResult[] } {
  return {
    cells: shown.flatMap((place) => {
      const piece = cells.get(cellKey(place));
      return piece ? [cellResult(place, piece.readings, trial.readings)] : [];
    }),
    endurance: [...rows].flatMap(([row, { exposure, balance }]) =>
      exposure && balance ? [{ lookId, plateId: String(trial.rows.values[row]), exposure, balance }] : [],
    ),
  };
}
