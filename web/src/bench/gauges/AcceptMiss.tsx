import { useState } from 'react';
import type { Reading } from '@velvet-dusk/core/readings/reading';
import { acceptMiss, useDocument } from '../../state/document.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { useCurrentPlate } from '../useBench.ts';

type Extent = 'plate' | 'look';

/** Why a miss is meant, and where: for this plate, or for the look on all of them. */
function Reason({ reading, plateId, onDone }: { reading: Reading; plateId: string; onDone(): void }) {
  const [reason, setReason] = useState('');
  const [extent, setExtent] = useState<Extent>('plate');
  const said = reason.trim();
  const accept = () => {
    if (said === '') return;
    acceptMiss(reading.id, said, extent === 'look' ? 'look' : { plateId });
    onDone();
  };
  return (
    <span className="flex items-center gap-2 pt-1">
      <input
        ref={(field) => field?.focus()}
        type="text"
        aria-label={`Reason why ${reading.label} may miss`}
        placeholder="a silhouette, warm lamps …"
        maxLength={200}
        className="flex-1 min-w-0 bg-g3 border border-g4 px-1.5 py-0.5 text-t1 placeholder:text-t3"
        value={reason}
        onChange={(e) => setReason(e.currentTarget.value)}
        onKeyDown={(e) => {
          e.stopPropagation();
          if (e.key === 'Enter') accept();
          if (e.key === 'Escape') onDone();
        }}
      />
      <Choice<Extent>
        hideLabel
        label="Accepted"
        value={extent}
        options={[
          { value: 'plate', label: 'on this plate' },
          { value: 'look', label: 'of this look' },
        ]}
        onChange={setExtent}
      />
      <Button kind="text" disabled={said === ''} onClick={accept}>
        Accept
      </Button>
    </span>
  );
}

/** A reading that misses can be meant to: it is accepted with a reason, or taken back. */
export function AcceptMiss({ reading }: { reading: Reading }) {
  const [asked, setAsked] = useState('');
  const plate = useCurrentPlate()?.plate;
  const isOfPlate = plate?.acceptedMisses[reading.id] !== undefined;
  const isOfLook = useDocument((s) => s.look.acceptedMisses?.[reading.id] !== undefined);
  if (!plate) return null;
  if (reading.accepted !== undefined)
    return (
      <>
        Accepted {isOfPlate ? 'on this plate' : 'of this look'}: {reading.accepted}.{' '}
        <Button
          kind="text"
          onClick={() => {
            if (isOfPlate) acceptMiss(reading.id, null, { plateId: plate.id });
            else if (isOfLook) acceptMiss(reading.id, null, 'look');
          }}
        >
          Judge it again
        </Button>
      </>
    );
  if (reading.miss === 0 || reading.verdict === 'none') return null;
  return asked === reading.id ? (
    <Reason reading={reading} plateId={plate.id} onDone={() => setAsked('')} />
  ) : (
    <Button kind="text" onClick={() => setAsked(reading.id)}>
      Accept miss
    </Button>
  );
}
