import { useState } from 'react';
import type { Plate } from '@velvet-dusk/core/api/contract';
import { useOpenProject } from '../../api/openProject.ts';
import { openFrame, selectPlate, usePlateView } from '../../state/plateView.ts';
import { Button } from '../../ui/Button.tsx';
import { type FrameColumn, frameColumns } from './readingsOf.ts';
import { Thumb } from '../../bench/wall/Thumb.tsx';

/** Frames as rows, readings as columns; a click on a heading sorts. */
export function WallTable({ plates }: { plates: readonly Plate[] }) {
  const { profiles } = useOpenProject();
  const selected = usePlateView((s) => s.selected);
  const [sort, setSort] = useState<{ id: string; down: boolean }>({ id: '', down: false });
  const column = frameColumns.find((c) => c.id === sort.id);
  const compare = (c: FrameColumn) => (a: Plate, b: Plate) =>
    c.number ? c.number(a) - c.number(b) : c.text(a, profiles).localeCompare(c.text(b, profiles));
  const rows = column ? [...plates].sort(compare(column)) : [...plates];
  if (sort.down) rows.reverse();
  return (
    <table className="w-full text-[12px]">
      <thead className="sticky top-0 bg-g1 text-left text-t3">
        <tr>
          <th className="w-[92px]">
            <span className="sr-only">Picture</span>
          </th>
          <th className="font-normal py-1.5">Frame</th>
          {frameColumns.map((c) => (
            <th
              key={c.id}
              className={`font-normal ${c.number ? 'text-right pr-3' : ''}`}
              aria-sort={sort.id === c.id ? (sort.down ? 'descending' : 'ascending') : undefined}
            >
              <button
                type="button"
                className="hover:text-t1"
                onClick={() => setSort({ id: c.id, down: sort.id === c.id && !sort.down })}
              >
                {c.label}
                {sort.id === c.id ? (sort.down ? ' ↓' : ' ↑') : ''}
              </button>
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((p) => (
          <tr
            key={p.id}
            aria-selected={selected.includes(p.id)}
            className={`border-t border-g3 ${selected.includes(p.id) ? 'bg-g3' : 'hover:bg-g2'}`}
            onClick={(e) => selectPlate(p.id, e.ctrlKey || e.metaKey || e.shiftKey)}
            onDoubleClick={() => openFrame(p.id)}
          >
            <td className="pl-3 py-1">
              <Thumb plateId={p.id} className="aspect-video" />
            </td>
            <td className="px-2">
              <Button kind="text" onClick={() => openFrame(p.id)}>
                {p.name}
              </Button>
            </td>
            {frameColumns.map((c) => (
              <td
                key={c.id}
                className={`pr-3 ${c.number ? 'num text-right' : ''} ${c.id === 'doubt' && c.text(p, profiles) !== '–' ? 'text-ember' : 'text-t2'}`}
              >
                {c.text(p, profiles)}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
