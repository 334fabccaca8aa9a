import { useRef, useState } from 'react';
import { useVirtualizer } from '@tanstack/react-virtual';
import { packSubjectOf } from '@velvet-dusk/core/api/jobs';
import { closenessToLimit } from '@velvet-dusk/core/order/proof';
import type { ManifestFile } from '@velvet-dusk/core/pack/manifest';
import { fileVerdict } from '@velvet-dusk/core/pack/proof';
import { useJobs } from '../../api/jobs.ts';
import { useManifest } from '../../api/packs.ts';
import { useOpenProject } from '../../api/openProject.ts';
import { ProofDetails } from './ProofDetails.tsx';
import { tip } from '../../ui/tip.ts';

const rowHeight = 25;
const columns = 'grid grid-cols-[minmax(0,1fr)_64px_64px_64px_96px_minmax(0,1fr)] gap-3 px-4 items-center';

const closeness = ({ proof }: ManifestFile) => (proof ? closenessToLimit(proof) : 0);

const says = {
  holds: { word: '● holds', colour: 'text-holds' },
  close: { word: '◐ borderline', colour: 'text-close' },
  fails: { word: '▲ over tolerance', colour: 'text-ember' },
};

/** Every file of the last export against the exact recipe, worst first. */
export function ProofList({ packId }: { packId: string }) {
  const { jobs } = useJobs(useOpenProject().id);
  const done = jobs.find((j) => packSubjectOf(j)?.packId === packId && j.state === 'done');
  const list = done?.artefacts.find((a) => a.document.kind === 'velvet-dusk/pack-manifest-file');
  const { data, error } = useManifest(list?.id);
  const [open, setOpen] = useState('');
  const scroller = useRef<HTMLDivElement>(null);
  const files = [...(data?.files ?? [])].sort((a, b) => closeness(b) - closeness(a));
  const rows = useVirtualizer({
    count: files.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    overscan: 8,
    getItemKey: (i) => `${files[i].path} ${files[i].path === open}`,
  });
  if (!done)
    return (
      <p className="px-4 py-3 text-t2">
        Nothing has been exported yet. Export and prove makes every file and measures it.
      </p>
    );
  if (error)
    return (
      <p role="alert" className="px-4 py-3 text-ember">
        ▲ {error.message}
      </p>
    );
  if (!data) return <p className="px-4 py-3 text-t2">Opening the proof …</p>;
  return (
    <>
      <div className={`${columns} h-7 text-[11.5px] text-t3 border-b border-g0`} aria-hidden>
        <span>
          {done.title}, {(done.endedAt ?? '').slice(0, 16).replace('T', ' ')}
        </span>
        <span className="text-right">ΔE mean</span>
        <span className="text-right">99 %</span>
        <span className="text-right">max</span>
        <span>interpolated</span>
        <span>found</span>
      </div>
      <div ref={scroller} className="flex-1 scroll-quiet" role="table" aria-label="Proof of every file">
        <div style={{ height: rows.getTotalSize(), position: 'relative' }}>
          {rows.getVirtualItems().map(({ index, start }) => {
            const file = files[index];
            const { proof } = file;
            const { word, colour } = says[proof ? fileVerdict(proof) : 'holds'];
            return (
              <div
                key={file.path}
                ref={rows.measureElement}
                data-index={index}
                className="absolute left-0 right-0"
                style={{ top: start }}
              >
                <div
                  role="row"
                  className={`${columns} border-b border-g1 text-[12px]`}
                  style={{ height: rowHeight }}
                >
                  <span role="cell" className="min-w-0 flex">
                    <button
                      type="button"
                      aria-expanded={open === file.path}
                      className="num text-left truncate"
                      {...tip(file.path)}
                      onClick={() => setOpen(open === file.path ? '' : file.path)}
                    >
                      {file.path.split('/').at(-1)}
                    </button>
                  </span>
                  {(['mean', 'p99', 'max'] as const).map((key) => (
                    <span key={key} role="cell" className="num text-right">
                      {proof ? proof[key].toFixed(key === 'mean' ? 2 : 1) : '–'}
                    </span>
                  ))}
                  <span role="cell" className="text-t2">
                    {proof?.interpolation ?? ''}
                  </span>
                  <span role="cell" className={`truncate ${colour}`}>
                    {word}
                    {file.findings.length > 0 && <span className="text-t2"> {file.findings.join('; ')}</span>}
                  </span>
                </div>
                {open === file.path && <ProofDetails file={file} />}
              </div>
            );
          })}
        </div>
      </div>
    </>
  );
}
