import type { KeyboardEvent } from 'react';
import type { Plate } from '@velvet-dusk/core/api/contract';
import { useOpenProject } from '../../api/openProject.ts';
import { betterProfileOf } from '../../plates/betterProfile.ts';
import { openFrame, selectPlate, usePlateView } from '../../state/plateView.ts';
import { shotText } from './readingsOf.ts';
import { Thumb } from '../../bench/wall/Thumb.tsx';
import { tip } from '../../ui/tip.ts';

function Tile({ plate, selected }: { plate: Plate; selected: boolean }) {
  const { profiles } = useOpenProject();
  const profile = profiles.find((p) => p.id === plate.profileId);
  const doubted = betterProfileOf(plate, profiles);
  const shot = shotText(plate);
  const onKeyDown = (e: KeyboardEvent) => {
    if (e.key !== 'Enter') return;
    e.preventDefault();
    openFrame(plate.id);
  };
  return (
    <li>
      <button
        type="button"
        aria-pressed={selected}
        aria-label={`${plate.name}, ${profile?.name ?? plate.profileId}`}
        {...tip('Click selects, double click or Enter opens')}
        className={`block w-full text-left p-1.5 rounded-sm ${selected ? 'bg-g3 outline-1 outline-violet' : 'hover:bg-g2'}`}
        onClick={(e) => selectPlate(plate.id, e.ctrlKey || e.metaKey || e.shiftKey)}
        onDoubleClick={() => openFrame(plate.id)}
        onKeyDown={onKeyDown}
      >
        <Thumb plateId={plate.id} className="aspect-video" />
        <span className="flex items-baseline gap-2 pt-1 text-[12.5px]">
          <span className="flex-1 truncate text-t1">{plate.name}</span>
          {plate.marks.length > 0 && <span className="text-t3 text-[11px]">{plate.marks.length} marks</span>}
        </span>
        <span className="block text-[11.5px] text-t2 truncate">
          {profile?.name ?? plate.profileId} · {plate.facts?.usedDepth ?? plate.depth} bits
        </span>
        <span className={`block text-[11.5px] truncate ${doubted ? 'text-ember' : 'text-t3'}`}>
          {doubted ? `▲ looks like ${doubted.name}` : shot === '–' ? plate.note || plate.sourceName : shot}
        </span>
      </button>
    </li>
  );
}

const grid = 'grid grid-cols-[repeat(auto-fill,minmax(218px,1fr))] gap-1.5 p-3';

/** Frames as pictures; references stand apart. */
export function Wall({ plates }: { plates: readonly Plate[] }) {
  const selected = usePlateView((s) => s.selected);
  const tiles = (kind: Plate['kind']) =>
    plates
      .filter((p) => p.kind === kind)
      .map((p) => <Tile key={p.id} plate={p} selected={selected.includes(p.id)} />);
  const references = tiles('reference');
  return (
    <>
      <ul aria-label="Plates" className={grid}>
        {tiles('plate')}
      </ul>
      {references.length > 0 && (
        <section aria-label="References">
          <h2 className="px-4 pt-1 text-[12px] font-semibold">
            References{' '}
            <span className="font-normal text-t3">finished stills whose feel is wanted; never graded</span>
          </h2>
          <ul className={grid}>{references}</ul>
        </section>
      )}
    </>
  );
}
