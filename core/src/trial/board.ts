import { axisOf } from './axes/index.ts';
import type { AxisSources, AxisValue } from './axes/axis.ts';
import type { Condition } from './condition.ts';
import type { Layout, Trial } from './document.ts';

/** Where a cell stands on its board, by the places of its values. */
export interface CellPlace {
  row: number;
  column: number;
  /** 0 where the board has no switch. */
  switch: number;
}
export interface BoardCell extends CellPlace {
  condition: Condition;
}

const applied = (condition: Condition, { axis }: Layout, value: AxisValue) =>
  axisOf(axis).apply(condition, value as never);

/** Every cell of a board: what is at rest first, then outwards, so that what is looked at first is there first. */
export function cellsOf({ base, rows, columns, switch: third }: Trial): BoardCell[] {
  const cells = (third?.values ?? [null]).flatMap((chosen, s) =>
    rows.values.flatMap((rowValue, row) =>
      columns.values.map((columnValue, column) => {
        const switched = third && chosen !== null ? applied(base, third, chosen) : base;
        return {
          row,
          column,
          switch: s,
          condition: applied(applied(switched, rows, rowValue), columns, columnValue),
        };
      }),
    ),
  );
  const rest = restColumn(columns);
  return cells.sort(
    (a, b) => a.switch - b.switch || Math.abs(a.column - rest) - Math.abs(b.column - rest) || a.row - b.row,
  );
}

/** The place of the value at rest among those of an axis; the first where there is none. */
export function restColumn({ axis, values }: Layout): number {
  const { rest } = axisOf(axis);
  return Math.max(values.indexOf(rest as AxisValue), 0);
}

/** What a board names that is not there, in words; empty where all is. */
export function refuseBoard(trial: Trial, sources: AxisSources): string[] {
  const layouts = [trial.rows, trial.columns, ...(trial.switch ? [trial.switch] : [])];
  const named = layouts.flatMap(({ axis, values }) =>
    values.flatMap((value) => axisOf(axis).refuse(value, sources) ?? []),
  );
  const sets = new Set(layouts.map((l) => l.axis));
  const missing = (axis: 'plates' | 'looks', id: string, what: string) =>
    sets.has(axis) || sources[axis].some((x) => x.id === id) ? [] : [`${what} "${id}" is not there`];
  return [
    ...named,
    ...missing('plates', trial.base.plateId, 'plate'),
    ...missing('looks', trial.base.lookId, 'look'),
  ];
}
