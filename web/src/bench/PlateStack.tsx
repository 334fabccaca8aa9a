import { useRef } from 'react';
import type { Plate } from '@velvet-dusk/core/api/contract';
import { shotWords } from '@velvet-dusk/core/look/shotWords';
import { useDocument } from '../state/document.ts';
import { useMeasured } from '../state/measured.ts';
import { setView } from '../state/view.ts';
import type { LiveThumb } from '../workers/paintThumb.ts';
import { BitmapCanvas } from '../ui/BitmapCanvas.tsx';
import { VerdictMark } from '../ui/VerdictMark.tsx';
import { useInSight } from './inSight.ts';
import { ReferenceSlot } from './ReferenceSlot.tsx';
import { useCurrentPlate, usePlates } from './useBench.ts';
import { tip } from '../ui/tip.ts';

function Thumb({ thumb, selected }: { thumb: LiveThumb | undefined; selected: boolean }) {
  const outline = selected ? 'outline-2 outline-violet' : 'outline outline-1 outline-black';
  return (
    <BitmapCanvas bitmap={thumb?.bitmap} className={`block w-full h-[80px] object-cover bg-g0 ${outline}`} />
  );
}

/** How strong the look is on a plate where it has a strength of its own; else where it sits best, if that is weaker. */
function StrengthMark({ plate }: { plate: Plate }) {
  const own = useDocument((s) => plate.strengths[s.lookId]) as number | undefined;
  const suited = useMeasured((s) => s.strengths[plate.id]?.strength ?? 1);
  if (own === undefined && suited === 1) return null;
  const percent = Math.round((own ?? suited) * 100);
  const says =
    own === undefined
      ? `At ${percent} % the look sits best on this plate`
      : `The look is at ${percent} % on this plate`;
  return (
    <span className={`num mr-1.5 ${own === undefined ? 'text-t3' : 'text-t1'}`} {...tip(says)}>
      {own === undefined ? '' : 'at '}
      {percent}%
    </span>
  );
}

function PlateCard({ plate, index, selected }: { plate: Plate; index: number; selected: boolean }) {
  const thumb = useMeasured((s) => s.thumbs[plate.id]);
  const trim = shotWords(plate.shot);
  const card = useRef<HTMLLIElement>(null);
  useInSight(card, plate.id);
  return (
    <li ref={card}>
      <button
        type="button"
        aria-pressed={selected}
        {...tip(
          `${plate.profileId}, ${plate.width}×${plate.height}, ${plate.depth} bit file${plate.note ? `, ${plate.note}` : ''}`,
        )}
        className="relative block w-full text-left group"
        onClick={() => setView({ plateId: plate.id })}
      >
        <Thumb thumb={thumb} selected={selected} />
        {index < 9 && (
          <span aria-hidden className="num absolute left-1 top-1 px-1 rounded-sm bg-[#000000a0] text-white">
            {index + 1}
          </span>
        )}
        <span
          className={`flex items-baseline pt-0.5 text-[11.5px] ${selected ? 'text-t1' : 'text-t2'} group-hover:text-t1`}
        >
          <span className="flex-1 truncate">{plate.name}</span>
          {trim.length > 0 && (
            <span className="num text-t3 mr-1.5" {...tip(`Shot lane: ${trim.join(', ')}`)}>
              {trim[0]}
            </span>
          )}
          <StrengthMark plate={plate} />
          {thumb && thumb.accepted.length > 0 && (
            <span className="mr-1.5" {...tip(`Accepted: ${thumb.accepted.join(', ')}`)}>
              <VerdictMark verdict="none" accepted />
            </span>
          )}
          {thumb && <VerdictMark verdict={thumb.verdict} />}
        </span>
      </button>
    </li>
  );
}

export function PlateStack() {
  const plates = usePlates();
  const current = useCurrentPlate();
  return (
    <nav aria-label="Plates" className="h-full flex flex-col min-h-0">
      <ul className="flex-1 min-h-0 scroll-quiet px-3 pt-2 pb-2 flex flex-col gap-1.5">
        {plates.map((plate, i) => (
          <PlateCard key={plate.id} plate={plate} index={i} selected={plate.id === current?.plate.id} />
        ))}
      </ul>
      <ReferenceSlot />
    </nav>
  );
}
