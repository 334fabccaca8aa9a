import { artefactUrl } from '../../api/urls.ts';
import { useState } from 'react';
import { openStates, packSubjectOf } from '@velvet-dusk/core/api/jobs';
import { noReasons } from '@velvet-dusk/core/pack/standing';
import { useQueryClient } from '@tanstack/react-query';
import { useJobs } from '../../api/jobs.ts';
import { useOrderPack, useReleases } from '../../api/packs.ts';
import { useOpenProject } from '../../api/openProject.ts';
import { ExportJobView } from '../../exports/ExportJobView.tsx';
import { WriteToFolder } from '../../exports/WriteToFolder.tsx';
import { Button } from '../../ui/Button.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { plural } from '@velvet-dusk/core/numeric/plural';
import { Window } from '../../ui/Window.tsx';
import { packs } from './packStore.ts';
import type { Planned } from './usePlan.ts';
import { expectedText } from './words.ts';

type Kind = 'try' | 'release';
const field = 'w-full bg-g1 border border-g4 rounded-sm px-2 py-1 focus:outline-none focus:border-violet';

interface Told {
  note: string;
  recipients: string;
}
const fields: { key: keyof Told; label: string; hint: string }[] = [
  { key: 'note', label: 'What is new', hint: 'For the list of changes' },
  { key: 'recipients', label: 'Who gets it', hint: 'Noted with the release, and in its manifest' },
];

interface Props {
  id: string;
  open: boolean;
  planned: Planned;
  onClose(): void;
  onProof(): void;
}

function OrderForm({
  id,
  planned,
  onOrdered,
}: Pick<Props, 'id' | 'planned'> & { onOrdered(job: string): void }) {
  const { data: releases } = useReleases(id);
  const number = (releases?.[0]?.number ?? 0) + 1;
  const [kind, setKind] = useState<Kind>('try');
  const [told, setTold] = useState<Told>({ note: '', recipients: '' });
  const [trouble, setTrouble] = useState('');
  const order = useOrderPack();
  const { files } = planned.totals;
  const broken = planned.judged.files.filter((f) => f.some((x) => x.isNoFile)).length;
  const send = async () => {
    setTrouble('');
    try {
      const revision = await packs.flush(id);
      const release = kind === 'release' ? { ...told, reasons: noReasons } : null;
      onOrdered((await order.mutateAsync({ packId: id, order: { revision, release } })).id);
    } catch (error) {
      setTrouble((error as Error).message);
    }
  };
  return (
    <div className="px-5 pb-4 grid grid-cols-[110px_1fr] gap-y-2 items-center">
      <span className="text-t2">Made as</span>
      <Segments<Kind>
        label="Made as"
        value={kind}
        options={[
          { value: 'try', label: 'An export', hint: 'To look at; no number is used up' },
          { value: 'release', label: `Release ${number}`, hint: 'Numbered, kept, never changed' },
        ]}
        onChange={setKind}
      />
      {kind === 'release' &&
        fields.map(({ key, label, hint }) => (
          <label key={key} className="contents">
            <span className="text-t2">{label}</span>
            <input
              type="text"
              className={field}
              placeholder={hint}
              maxLength={500}
              value={told[key]}
              onChange={(e) => setTold({ ...told, [key]: e.currentTarget.value })}
            />
          </label>
        ))}
      <span className="text-t2">Contents</span>
      <span>
        {plural(files, 'file')}, {expectedText(planned)}; guide, look cards, manifest and checksums
      </span>
      {broken > 0 && (
        <p role="alert" className="col-span-2 text-ember">
          ▲ {broken} {broken === 1 ? 'file has' : 'files have'} a name that cannot be written. Mend the names
          first.
        </p>
      )}
      {trouble && (
        <p role="alert" className="col-span-2 text-ember">
          ▲ {trouble}
        </p>
      )}
      <span />
      <div>
        <Button kind="main" disabled={broken > 0 || order.isPending} onClick={() => void send()}>
          {kind === 'release' ? `Make release ${number}` : 'Export and prove'}
        </Button>
      </div>
    </div>
  );
}

/** Orders a pack, and shows how far it is. */
export function ExportPackWindow({ id, open, planned, onClose, onProof }: Props) {
  const { jobs } = useJobs(useOpenProject().id);
  const client = useQueryClient();
  const [ordered, setOrdered] = useState('');
  const mine = jobs.filter((j) => packSubjectOf(j)?.packId === id);
  const job = mine.find((j) => j.id === ordered) ?? mine.find((j) => openStates.includes(j.state));
  const zip = job?.artefacts.find((a) => a.document.kind === 'velvet-dusk/pack-result');
  const close = () => {
    void client.invalidateQueries({ queryKey: ['releases', id] });
    onClose();
  };
  return (
    <Window
      open={open}
      onClose={close}
      width={680}
      title="Export and prove"
      about="Every file is baked, written, read back from the disk and compared with the exact recipe, in the background. What then stands against a release is listed, and asks for a reason."
    >
      {!job?.held && <OrderForm id={id} planned={planned} onOrdered={setOrdered} />}
      {job && <ExportJobView job={job} />}
      {job?.state === 'done' && (
        <div className="px-5 pb-4 flex gap-4">
          <Button kind="text" onClick={onProof}>
            Show the proof
          </Button>
          {zip && <WriteToFolder url={artefactUrl(zip)} />}
        </div>
      )}
    </Window>
  );
}
