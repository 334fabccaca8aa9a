import { useVirtualizer } from '@tanstack/react-virtual';
import { useRef, useState } from 'react';
import type { Pack } from '@velvet-dusk/core/pack/document';
import { fileBytes } from '@velvet-dusk/core/pack/estimate';
import { takeOut } from '@velvet-dusk/core/pack/fix';
import type { PlannedFile } from '@velvet-dusk/core/pack/plannedFile';
import { Button } from '../../ui/Button.tsx';
import { editPack } from './packStore.ts';
import type { Planned } from './usePlan.ts';
import { bytesText } from './words.ts';
import { tip } from '../../ui/tip.ts';

const rowHeight = 25;
const columns = 'grid grid-cols-[minmax(0,1fr)_130px_76px_minmax(0,1.1fr)] gap-3 px-4 items-center';

/** The name of a file: a double click, or Enter, lets it be typed. */
function FileName({ id, file }: { id: string; file: PlannedFile }) {
  const [draft, setDraft] = useState<string | null>(null);
  const take = () => {
    if (draft !== null && draft !== file.name)
      editPack(id, (p) => {
        const { [file.id]: _old, ...rest } = p.renamed;
        return { ...p, renamed: draft === '' ? rest : { ...rest, [file.id]: draft } };
      });
    setDraft(null);
  };
  if (draft === null)
    return (
      <button
        type="button"
        {...tip(`${file.path}. Double-click to rename`)}
        className="num text-left truncate text-t1"
        onDoubleClick={() => setDraft(file.name)}
        onKeyDown={(e) => {
          if (e.key === 'F2') setDraft(file.name);
        }}
      >
        {file.name}
      </button>
    );
  return (
    <input
      autoFocus
      aria-label={`Name of ${file.name}`}
      className="num bg-g1 border border-violet rounded-sm px-1 min-w-0"
      value={draft}
      maxLength={200}
      onChange={(e) => setDraft(e.currentTarget.value)}
      onBlur={take}
      onKeyDown={(e) => {
        if (e.key === 'Enter') take();
        if (e.key === 'Escape') setDraft(null);
      }}
    />
  );
}

/** Every file that is planned, with what is wrong with it and the way out. */
export function FileList({ id, planned }: { id: string; pack: Pack; planned: Planned }) {
  const { plan, judged } = planned;
  const scroller = useRef<HTMLDivElement>(null);
  // What needs a hand stands first.
  const order = plan.files
    .map((_, i) => i)
    .sort((a, b) => Number(judged.files[b].length > 0) - Number(judged.files[a].length > 0) || a - b);
  const rows = useVirtualizer({
    count: order.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    overscan: 8,
  });
  return (
    <div
      ref={scroller}
      className="flex-1 scroll-quiet"
      role="table"
      aria-label="Planned files"
      aria-rowcount={order.length}
    >
      {[...new Set(plan.refused.map((r) => r.says))].map((says) => {
        const fix = takeOut(plan.refused.filter((r) => r.says === says));
        return (
          <p key={says} role="alert" className="px-4 py-1 text-ember text-[12px]">
            ▲ A cell cannot be planned: {says}.{' '}
            <Button kind="text" onClick={() => editPack(id, fix.apply)}>
              {fix.label}
            </Button>
          </p>
        );
      })}
      {order.length === 0 && (
        <p className="px-4 py-3 text-t2">
          No file is planned. Click a cell above and add a LUT, or start from a shape.
        </p>
      )}
      <div style={{ height: rows.getTotalSize(), position: 'relative' }}>
        {rows.getVirtualItems().map(({ index, start }) => {
          const i = order[index];
          const file = plan.files[i];
          const found = judged.files[i];
          return (
            <div
              key={file.id}
              role="row"
              aria-rowindex={index + 1}
              className={`${columns} absolute left-0 right-0 border-b border-g1 text-[12px]`}
              style={{ height: rowHeight, top: start }}
            >
              <span role="cell" className="min-w-0 flex">
                <FileName id={id} file={file} />
              </span>
              <span role="cell" className="text-t2 truncate">
                {file.destination.label}
              </span>
              <span role="cell" className="num text-t3 text-right">
                {bytesText(fileBytes(file))}
              </span>
              <span role="cell" className="truncate">
                {found.length === 0 ? (
                  <span className="text-holds">● fits</span>
                ) : (
                  <>
                    <span className="text-ember">▲ {found.map((f) => f.says).join('; ')}. </span>
                    {found
                      .flatMap((f) => f.fix ?? [])
                      .slice(0, 1)
                      .map((fix) => (
                        <Button key={fix.label} kind="text" onClick={() => editPack(id, fix.apply)}>
                          {fix.label}
                        </Button>
                      ))}
                  </>
                )}
              </span>
            </div>
          );
        })}
      </div>
    </div>
  );
}
