import { DropdownMenu } from 'radix-ui';
import { type PresetId, boardFrom, trialPresets } from '@velvet-dusk/core/trial/presets';
import { maxCells, type Layout, type Trial } from '@velvet-dusk/core/trial/document';
import { valueWords } from '@velvet-dusk/core/trial/boardWords';
import { Button } from '../../ui/Button.tsx';
import { menuItem } from '../../ui/menuItem.ts';
import { AxisMenu } from './AxisMenu.tsx';
import { setBoardView, useBoardView } from './boardStore.ts';
import { ReadingsMenu } from './ReadingsMenu.tsx';
import type { DrawnBoard } from './useBoard.ts';
import type { TrialMaterial } from './useTrialMaterial.ts';
import { tip } from '../../ui/tip.ts';

interface BoardBarProps {
  trial: Trial;
  board: DrawnBoard;
  material: TrialMaterial;
  onChange(trial: Trial): void;
  onKeep(): void;
  onGate(): void;
  onRuns(): void;
  gateWords: string;
  isOrdering: boolean;
}

const cellsIn = ({ rows, columns, switch: third }: Trial) =>
  rows.values.length * columns.values.length * (third?.values.length ?? 1);

function PresetMenu({ material, trial, onChange }: Pick<BoardBarProps, 'material' | 'trial' | 'onChange'>) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        className="text-t2 hover:text-t1 whitespace-nowrap"
        aria-label={`Board: ${trial.name}`}
      >
        Board <span className="text-t1 border-b border-g4">{trial.name}</span> <span aria-hidden>▾</span>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          className="z-20 bg-g2 border border-g4 rounded-sm py-1 text-[12.5px] max-w-[340px]"
        >
          {trialPresets.map(({ id, label, about }) => (
            <DropdownMenu.Item
              key={id}
              className={menuItem}
              onSelect={() => onChange(boardFrom(id as PresetId, material.usual, trial.base.lookId))}
            >
              <span className="block text-t1">{label}</span>
              <span className="block text-[11.5px] text-t3">{about}</span>
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

/** The values of the switch: one is looked at at a time. */
export function SwitchValues({ layout, material }: { layout: Layout; material: TrialMaterial }) {
  const chosen = useBoardView((s) => s.chosen);
  return (
    <span role="radiogroup" aria-label="Switch" className="flex items-baseline gap-0.5">
      {layout.values.map((value, i) => (
        <button
          key={value}
          type="button"
          role="radio"
          aria-checked={chosen === i}
          className={`px-1.5 py-0.5 border-b-2 text-[12px] whitespace-nowrap ${chosen === i ? 'text-t1 border-violet' : 'text-t2 border-transparent hover:text-t1'}`}
          onClick={() => setBoardView({ chosen: i })}
        >
          {valueWords(layout, i, material.sources)}
        </button>
      ))}
    </span>
  );
}

type Side = 'rows' | 'columns' | 'switch';
const sides: { side: Side; label: string }[] = [
  { side: 'rows', label: 'Rows' },
  { side: 'columns', label: 'Columns' },
  { side: 'switch', label: 'Switch' },
];

/** What is on the board, how far it is, and keeping it. */
export function BoardBar(props: BoardBarProps) {
  const { trial, board, material, onChange, onKeep, onGate, onRuns, gateWords, isOrdering } = props;
  const put = (change: Partial<Trial>) => {
    const next = { ...trial, ...change, name: 'Own board' };
    if (cellsIn(next) <= maxCells) onChange(next);
  };
  /** Lays a side out; what stood there goes to where its new axis came from. */
  const layOut = (side: Side, layout: Layout) => {
    const from = (['rows', 'columns', 'switch'] as const).find(
      (other) => other !== side && trial[other]?.axis === layout.axis,
    );
    if (side === 'switch' || from === 'switch') setBoardView({ chosen: 0 });
    put({ [side]: layout, ...(from ? { [from]: trial[side] } : {}) });
  };
  const elsewhere = (side: Side) =>
    (['rows', 'columns', 'switch'] as const).flatMap((other) => (other === side ? [] : (trial[other] ?? [])));
  const done = board.cells.size;
  const all = board.shown.length;
  return (
    <div className="shrink-0 border-b border-g0 text-[12.5px]">
      <div className="flex items-center gap-4 px-4 h-10">
        <PresetMenu material={material} trial={trial} onChange={onChange} />
        {sides.map(({ side, label }) => (
          <AxisMenu
            key={side}
            label={label}
            layout={trial[side]}
            elsewhere={elsewhere(side)}
            material={material}
            onChange={(layout) => layOut(side, layout)}
            {...(side === 'switch' ? { onNone: () => put({ switch: null }) } : {})}
          />
        ))}
        <ReadingsMenu readings={trial.readings} onChange={(readings) => put({ readings })} />
        <span className="flex-1" />
        <span className="num text-t2 whitespace-nowrap" aria-live="polite" data-testid="board-state">
          {done} of {all}
          {board.took !== null && ` · ${(board.took / 1000).toFixed(1)} s`}
        </span>
        <button type="button" className="text-t2 hover:text-t1 whitespace-nowrap" onClick={onGate}>
          Gate <span className="text-t1 border-b border-g4">{gateWords}</span>
        </button>
        <Button kind="text" onClick={onRuns}>
          Runs
        </Button>
        <Button
          kind="main"
          disabled={isOrdering}
          onClick={onKeep}
          {...tip('Runs the whole board on the server and keeps its numbers with the versions of its looks')}
        >
          Keep a run
        </Button>
      </div>
      {board.trouble && (
        <p role="alert" className="px-4 pb-1 text-ember">
          ▲ {board.trouble}
        </p>
      )}
    </div>
  );
}
