import { useVirtualizer } from '@tanstack/react-virtual';
import { type KeyboardEvent, useEffect, useRef } from 'react';
import { faultWords } from '@velvet-dusk/core/inspect/faults/words';
import { setInspectView } from '../../state/inspectView.ts';
import { type Column, gridColumns, reportOf, type Row, tableColumns } from './tableColumns.ts';
import type { Heading } from '../../ui/sortedTable.ts';
import { tip } from '../../ui/tip.ts';

const rowHeight = 26;

function FaultMark({ row }: { row: Row }) {
  if (row.known && 'error' in row.known)
    return (
      <span className="text-ember" {...tip(row.known.error)}>
        <span aria-hidden>▲</span>
        <span className="sr-only">not read</span>
      </span>
    );
  const report = reportOf(row);
  if (!report) return <span className="sr-only">being read</span>;
  const words = report.faults.map((f) => faultWords(f.id).label).join(', ');
  return report.faults.length === 0 ? (
    <span className="text-holds" {...tip('Sound')}>
      <span aria-hidden>●</span>
      <span className="sr-only">sound</span>
    </span>
  ) : (
    <span className="text-ember" {...tip(words)}>
      <span aria-hidden>▲</span>
      <span className="sr-only">{words}</span>
    </span>
  );
}

/** A path with its name first to the eye: the folder steps back. */
function Path({ path }: { path: string }) {
  const at = path.lastIndexOf('/') + 1;
  return (
    <>
      {path.slice(at)} <span className="text-t3">{path.slice(0, Math.max(at - 1, 0))}</span>
    </>
  );
}

function Head({ headings }: { headings: readonly Heading<Column>[] }) {
  return (
    <div
      role="row"
      className="grid gap-x-1.5 px-3 h-7 items-center border-b border-g0 text-[11.5px] text-t3 shrink-0"
      style={{ gridTemplateColumns: gridColumns }}
    >
      {headings.map(({ column: { id, label, hint, isNumber }, sorted, onSort }) => (
        <span key={id} role="columnheader" aria-sort={sorted ?? 'none'} className="min-w-0">
          <button
            type="button"
            aria-label={label ? undefined : hint}
            {...tip(hint)}
            className={`block w-full truncate hover:text-t1 ${isNumber ? 'text-right' : 'text-left'} ${sorted ? 'text-t1' : ''}`}
            onClick={onSort}
          >
            {label || '▲'}
          </button>
        </span>
      ))}
    </div>
  );
}

/** The files of the list. Arrow keys walk it. */
export function FileTable({
  rows,
  headings,
  fileId,
}: {
  rows: readonly Row[];
  headings: readonly Heading<Column>[];
  fileId: string;
}) {
  const scroller = useRef<HTMLDivElement>(null);
  const list = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    overscan: 10,
  });
  const at = rows.findIndex((r) => r.file.id === fileId);
  useEffect(() => {
    if (at >= 0) list.scrollToIndex(at, { align: 'auto' });
  }, [at, list]);
  const onKeyDown = (event: KeyboardEvent) => {
    const step = { ArrowDown: 1, ArrowUp: -1, PageDown: 12, PageUp: -12, Home: -1e6, End: 1e6 }[event.key];
    if (!step || rows.length === 0) return;
    event.preventDefault();
    const next = rows[Math.min(Math.max(at + step, 0), rows.length - 1)];
    setInspectView({ fileId: next.file.id });
    requestAnimationFrame(() =>
      scroller.current?.querySelector<HTMLElement>(`[data-file="${next.file.id}"]`)?.focus(),
    );
  };
  return (
    <div role="table" aria-label="Files" aria-rowcount={rows.length} className="flex-1 min-h-0 flex flex-col">
      <Head headings={headings} />
      <div ref={scroller} role="rowgroup" className="flex-1 scroll-quiet" onKeyDown={onKeyDown}>
        {rows.length === 0 && <p className="px-3 py-2 text-t3">No file has these words.</p>}
        <div role="presentation" style={{ height: list.getTotalSize(), position: 'relative' }}>
          {list.getVirtualItems().map(({ index, start }) => {
            const row = rows[index];
            const isOpen = row.file.id === fileId;
            return (
              <div
                key={row.file.id}
                role="row"
                aria-rowindex={index + 1}
                aria-selected={isOpen}
                className={`grid gap-x-1.5 px-3 items-center absolute left-0 right-0 text-[12px] border-l-2 ${isOpen ? 'bg-g3 border-violet' : 'border-transparent hover:bg-g2'}`}
                style={{ gridTemplateColumns: gridColumns, height: rowHeight, top: start }}
                onClick={() => setInspectView({ fileId: row.file.id })}
              >
                {tableColumns.map(({ id, isNumber, text }) => (
                  <span
                    key={id}
                    role="cell"
                    className={`truncate ${isNumber ? 'num text-right text-t2' : id === 'path' ? 'text-t1' : 'text-t2'}`}
                  >
                    {id === 'path' ? (
                      <button
                        type="button"
                        data-file={row.file.id}
                        tabIndex={isOpen || (at < 0 && index === 0) ? 0 : -1}
                        className="max-w-full truncate text-left"
                        {...tip(row.file.path)}
                        onClick={() => setInspectView({ fileId: row.file.id })}
                      >
                        <Path path={row.file.path} />
                      </button>
                    ) : id === 'faults' ? (
                      <FaultMark row={row} />
                    ) : (
                      text(row)
                    )}
                  </span>
                ))}
              </div>
            );
          })}
        </div>
      </div>
    </div>
  );
}
