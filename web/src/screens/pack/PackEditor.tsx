import { useState } from 'react';
import type { PackRecord } from '@velvet-dusk/core/api/packs';
import type { Pack } from '@velvet-dusk/core/pack/document';
import { Segments } from '../../ui/Segments.tsx';
import { Destinations } from './Destinations.tsx';
import { ExportPackWindow } from './ExportPackWindow.tsx';
import { FileList } from './FileList.tsx';
import { Matrix } from './Matrix.tsx';
import { OffsetNotice } from './OffsetNotice.tsx';
import { NameBuilder } from './NameBuilder.tsx';
import { PackBar } from './PackBar.tsx';
import { PackDetails } from './PackDetails.tsx';
import { ProofList } from './ProofList.tsx';
import { ReleaseList } from './ReleaseList.tsx';
import { usePlan } from './usePlan.ts';

type Foot = 'names' | 'proof' | 'releases';
const feet: { value: Foot; label: string; hint: string }[] = [
  { value: 'names', label: 'Names', hint: 'Every file that is planned, and what is wrong with it' },
  {
    value: 'proof',
    label: 'Proof',
    hint: 'Every file of the last export against the exact recipe, worst first',
  },
  { value: 'releases', label: 'Releases', hint: 'What went out, to whom, and what changed' },
];

/** One pack: its matrix, where its files go, and what they are called. */
export function PackEditor({
  id,
  pack,
  records,
  onChoose,
  onDeleted,
}: {
  id: string;
  pack: Pack;
  records: readonly PackRecord[];
  onChoose(id: string): void;
  onDeleted(record: PackRecord): void;
}) {
  const planned = usePlan(pack);
  const [foot, setFoot] = useState<Foot>('names');
  const [exporting, setExporting] = useState(false);
  const [details, setDetails] = useState(false);
  return (
    <main className="flex-1 min-h-0 flex flex-col bg-g1">
      <PackBar
        id={id}
        pack={pack}
        records={records}
        planned={planned}
        onChoose={onChoose}
        onDeleted={onDeleted}
        onExport={() => setExporting(true)}
        onDetails={() => setDetails(true)}
      />
      <OffsetNotice id={id} pack={pack} />
      <div className="flex-1 min-h-0 flex">
        <Matrix id={id} pack={pack} planned={planned} />
        <Destinations id={id} pack={pack} planned={planned} />
      </div>
      {/* A proof that is opened up has pictures in it. */}
      <section
        aria-label="Files"
        className={`${foot === 'proof' ? 'h-[440px]' : 'h-[240px]'} shrink-0 flex flex-col bg-g2 border-t border-g0`}
      >
        <div className="flex items-center gap-4 px-4 py-1 min-h-10 border-b border-g0">
          <Segments<Foot> label="Shown below" value={foot} options={feet} onChange={setFoot} />
          {foot === 'names' && <NameBuilder id={id} pack={pack} planned={planned} />}
        </div>
        {foot === 'names' && <FileList id={id} pack={pack} planned={planned} />}
        {foot === 'proof' && <ProofList packId={id} />}
        {foot === 'releases' && <ReleaseList packId={id} />}
      </section>
      <PackDetails id={id} pack={pack} open={details} onClose={() => setDetails(false)} />
      <ExportPackWindow
        id={id}
        open={exporting}
        planned={planned}
        onClose={() => setExporting(false)}
        onProof={() => {
          setExporting(false);
          setFoot('proof');
        }}
      />
    </main>
  );
}
