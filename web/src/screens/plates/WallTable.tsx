import { useMemo, useState } from 'react';
import type { Plate } from '@velvet-dusk/core/api/contract';
import { useOpenProject } from '../../api/openProject.ts';
import { openFrame, selectPlate, usePlateView } from '../../state/plateView.ts';
import { Button } from '../../ui/Button.tsx';
import { type Sorting, useSortedTable } from '../../ui/sortedTable.ts';
import { frameColumns } from './readingsOf.ts';
import { Thumb } from '../../bench/wall/Thumb.tsx';

/** Frames as rows, readings as columns; a click on a heading sorts. */
export function WallTable({ plates }: { plates: readonly Plate[] }) {
  const { profiles } = useOpenProject();
  const selected = usePlateView((s) => s.selected);
  const [sorting, setSorting] = useState<Sorting>({ by: '', down: false });
  const columns = useMemo(
    () => frameColumns.map((c) => ({ ...c, text: (plate: Plate) => c.text(plate, profiles) })),
    [profiles],
  );
  const { rows, headings } = useSortedTable(plates, columns, sorting, setSorting);
  return (
    <table className="w-full text-[12px]">
      <thead className="sticky top-0 bg-g1 text-left text-t3">
        <tr>
          <th className="w-[92px]">
            <span className="sr-only">Picture</span>
          </th>
          <th className="font-normal py-1.5">Frame</th>
          {headings.map(({ column: c, sorted, onSort }) => (
            <th key={c.id} className={`font-normal ${c.order ? 'text-right pr-3' : ''}`} aria-sort={sorted}>
              <button type="button" className="hover:text-t1" onClick={onSort}>
                {c.label}
                {sorted ? (sorted === 'descending' ? ' ↓' : ' ↑') : ''}
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
            {columns.map((c) => (
              <td
                key={c.id}
                className={`pr-3 ${c.order ? 'num text-right' : ''} ${c.id === 'doubt' && c.text(p) !== '–' ? 'text-ember' : 'text-t2'}`}
              >
                {c.text(p)}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
