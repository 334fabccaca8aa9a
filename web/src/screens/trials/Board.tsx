import { type KeyboardEvent, memo, useEffect, useRef } from 'react';
import { restColumn } from '@velvet-dusk/core/trial/board';
import { valueWords } from '@velvet-dusk/core/trial/boardWords';
import type { Trial } from '@velvet-dusk/core/trial/document';
import { worstVerdict } from '@velvet-dusk/core/numeric/verdict';
import { axisOf } from '@velvet-dusk/core/trial/axes/index';
import { worstReading } from '@velvet-dusk/core/trial/worst';
import { BitmapCanvas } from '../../ui/BitmapCanvas.tsx';
import { VerdictMark } from '../../ui/VerdictMark.tsx';
import { useSize } from '../../ui/useSize.ts';
import type { DrawnCell } from '../../workers/trials.ts';
import { setBoardView, type Spot, useBoardView } from './boardStore.ts';
import { enduranceWidth, RowEndurance } from './EnduranceBar.tsx';
import { cellKey, type DrawnBoard, hasEndurance } from './useBoard.ts';
import type { TrialMaterial } from './useTrialMaterial.ts';
import { tip } from '../../ui/tip.ts';

interface BoardProps {
  trial: Trial;
  board: DrawnBoard;
  material: TrialMaterial;
}

/** Width of the names of rows, and the narrowest a picture is drawn; CSS pixels. */
const names = 152;
const narrowest = 62;
/** What stands above and below the pictures of a row that is wholly in sight. */
const besidePicture = 60;

const moves: Record<string, (s: Spot, trial: Trial) => Spot> = {
  ArrowLeft: (s) => ({ ...s, column: s.column - 1 }),
  ArrowRight: (s) => ({ ...s, column: s.column + 1 }),
  ArrowUp: (s) => ({ ...s, row: s.row - 1 }),
  ArrowDown: (s) => ({ ...s, row: s.row + 1 }),
  Home: (s) => ({ ...s, column: 0 }),
  End: (s, { columns }) => ({ ...s, column: columns.values.length - 1 }),
};

/** A spot moved by a key, held on the board; null for a key that moves nothing. */
export function movedSpot(key: string, spot: Spot, trial: Trial): Spot | null {
  const move = moves[key];
  if (!move) return null;
  const { row, column } = move(spot, trial);
  const hold = (x: number, n: number) => Math.min(Math.max(x, 0), n - 1);
  return { row: hold(row, trial.rows.values.length), column: hold(column, trial.columns.values.length) };
}

interface CellProps {
  cell: DrawnCell | undefined;
  width: number;
  label: string;
  row: number;
  column: number;
  isOn: boolean;
}

/** Drawn again only when it changes: a board has many. */
const Cell = memo(function Cell({ cell, width, label, row, column, isOn }: CellProps) {
  const ref = useRef<HTMLButtonElement>(null);
  const opened = useBoardView((s) => s.opened);
  // The eye goes with the keys, but no focus is taken from what is elsewhere.
  useEffect(() => {
    if (isOn && !opened && ref.current?.closest('[role=grid]')?.contains(document.activeElement))
      ref.current.focus();
  }, [isOn, opened]);
  const verdict = cell ? worstVerdict(cell.readings.map((r) => r.verdict)) : 'none';
  const worst = cell && worstReading(cell.readings);
  const said = cell ? (worst ? worst.label : 'holds') : '…';
  return (
    <div role="gridcell" style={{ width }}>
      <button
        ref={ref}
        type="button"
        tabIndex={isOn ? 0 : -1}
        aria-label={`${label}: ${cell ? `${verdict}${worst ? `, ${worst.label} ${worst.text}` : ''}` : 'being drawn'}`}
        className={`block w-full text-left ${isOn ? 'outline outline-1 outline-t1 relative z-[1]' : ''}`}
        onFocus={() => setBoardView({ spot: { row, column } })}
        onClick={() => setBoardView({ spot: { row, column }, opened: true })}
      >
        <span className="block bg-g0 w-full aspect-video overflow-hidden">
          <BitmapCanvas bitmap={cell?.bitmap} className="block w-full h-full object-contain" />
        </span>
        <span className="flex items-baseline gap-1 px-1 h-[19px] text-[10.5px] whitespace-nowrap overflow-hidden">
          <VerdictMark verdict={verdict} />
          <span
            className={verdict === 'fails' ? 'text-ember' : verdict === 'close' ? 'text-close' : 'text-t2'}
          >
            {said}
          </span>
        </span>
      </button>
    </div>
  );
});

/** The pictures of a board, walked by keys; Enter opens one. */
export function Board({ trial, board, material }: BoardProps) {
  const spot = useBoardView((s) => s.spot);
  const [ref, size] = useSize<HTMLDivElement>();
  const { rows, columns } = trial;
  const { sources } = material;
  const withBars = hasEndurance(trial);
  const room = size.width - names - 16 - (withBars ? enduranceWidth + 24 : 0);
  // As wide as the window lets them be, with at least one row whole.
  const widest = Math.floor(((size.height - besidePicture) * 16) / 9);
  const width = Math.max(Math.min(Math.floor(room / columns.values.length), widest), narrowest);
  const hasRest = axisOf(columns.axis).rest !== null;
  const rest = restColumn(columns);
  const onKeyDown = (event: KeyboardEvent) => {
    const next = movedSpot(event.key, spot, trial);
    if (!next) return;
    event.preventDefault();
    setBoardView({ spot: next });
  };
  return (
    <div ref={ref} className="flex-1 min-h-0 scroll-quiet overflow-x-auto">
      <div className="min-w-fit relative pl-4 pr-2 pb-4">
        <div className="flex sticky top-0 z-[2] bg-g1 h-8 items-end pb-1" aria-hidden>
          <span style={{ width: names }} className="shrink-0" />
          {columns.values.map((value, i) => (
            <span
              key={value}
              style={{ width }}
              className={`num shrink-0 text-center truncate px-1 ${hasRest && i === rest ? 'text-t1' : 'text-t2'}`}
              {...tip(valueWords(columns, i, sources))}
            >
              {valueWords(columns, i, sources)}
            </span>
          ))}
          {withBars && (
            <span className="pl-6 text-[12px] text-t2">
              Endurance{' '}
              <span className="text-t3">
                {columns.axis === 'exposure' ? 'on the same scale' : 'in stops'}
              </span>
            </span>
          )}
        </div>
        <div
          role="grid"
          aria-label="Board"
          aria-rowcount={rows.values.length}
          aria-colcount={columns.values.length}
          onKeyDown={onKeyDown}
          className="relative"
        >
          {hasRest && (
            <div
              aria-hidden
              className="absolute border-x border-g5 pointer-events-none z-[1] inset-y-0"
              style={{ left: names + rest * width - 1, width: width + 1 }}
            />
          )}
          {rows.values.map((value, row) => (
            <div key={value} role="row" className="flex items-start pb-2">
              <div role="rowheader" style={{ width: names }} className="shrink-0 pr-3 pt-1 leading-[16px]">
                <span className="block text-t1 text-[12.5px]">{valueWords(rows, row, sources)}</span>
                <RowNote trial={trial} row={row} material={material} />
              </div>
              {columns.values.map((_, column) => (
                <Cell
                  key={column}
                  row={row}
                  column={column}
                  isOn={spot.row === row && spot.column === column}
                  cell={board.cells.get(cellKey({ row, column }))}
                  width={width}
                  label={`${valueWords(rows, row, sources)}, ${valueWords(columns, column, sources)}`}
                />
              ))}
              {withBars && (
                <div role="gridcell">
                  <RowEndurance trial={trial} found={board.rows.get(row)} />
                </div>
              )}
            </div>
          ))}
        </div>
      </div>
    </div>
  );
}

/** What recorded a plate. */
function RowNote({ trial, row, material }: { trial: Trial; row: number; material: TrialMaterial }) {
  if (trial.rows.axis !== 'plates') return null;
  const plate = material.plate(String(trial.rows.values[row]));
  return plate ? <span className="block text-t3 text-[11px]">{plate.profile.name}</span> : null;
}
