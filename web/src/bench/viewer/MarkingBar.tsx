import type { Plate } from '@velvet-dusk/core/api/contract';
import { isBox, markLabels } from '@velvet-dusk/core/plate/marks';
import { setView } from '../../state/view.ts';
import { Button } from '../../ui/Button.tsx';
import { MarkName } from '../MarkName.tsx';
import type { useMarking } from './useMarking.ts';

/** What a click will mark, what the last one did, and what the place can be used for. */
export function MarkingBar({ plate, marking }: { plate: Plate; marking: ReturnType<typeof useMarking> }) {
  const { kind, marked, suggested, clear } = marking;
  if (!kind && !marked) return null;
  const last = plate.marks.find((m) => m.id === marked?.markId);
  const named = last && isBox(last) ? last : null;
  const says = kind
    ? `Click ${markLabels[kind].toLowerCase()} on the picture${suggested.length > 0 ? '; what looks like it is dashed' : ''}`
    : '';
  return (
    <p
      role="status"
      className="absolute left-1/2 -translate-x-1/2 top-2 px-2 py-0.5 bg-[#000000d0] text-[12px] flex items-baseline gap-3 whitespace-nowrap"
    >
      {marked ? (
        <span className={marked.refused ? 'text-ember' : 'text-t1'}>
          {marked.refused && '▲ '}
          {marked.text}
        </span>
      ) : (
        <span>{says}</span>
      )}
      {named && <MarkName plateId={plate.id} mark={named} />}
      {marked?.uses.map(({ label, run }) => (
        <Button key={label} kind="text" onClick={run}>
          {label}
        </Button>
      ))}
      <Button
        kind="text"
        onClick={() => {
          setView({ marking: null });
          clear();
        }}
      >
        Done
      </Button>
    </p>
  );
}
