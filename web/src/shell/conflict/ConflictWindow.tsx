import { useMemo } from 'react';
import { differences } from '@velvet-dusk/core/documentDiff';
import { useOpenProject } from '../../api/openProject.ts';
import { useCurrentPlate } from '../../bench/useBench.ts';
import { useDocument } from '../../state/document.ts';
import { type Conflict, useSaveStatus } from '../../state/saveStatus.ts';
import { Button } from '../../ui/Button.tsx';
import { Window } from '../../ui/Window.tsx';
import { placeWords, valueWords } from './differenceWords.ts';
import { type Side, SidePicture } from './SidePicture.tsx';
import { tip } from '../../ui/tip.ts';

const words = { look: 'look', plate: 'plate', profile: 'camera profile', pack: 'pack', board: 'board' };
const sideNames = { mine: 'This window', theirs: 'Saved version' };
/** Places shown; a document that differs in more is another document. */
const maxShown = 60;

/** Both sides as they make a plate: the one in question, or the one on the bench. */
function useSides(conflict: Conflict): Record<'mine' | 'theirs', Side> | null {
  const { plates, profiles } = useOpenProject();
  const look = useDocument((s) => s.look);
  const current = useCurrentPlate();
  return useMemo(() => {
    const wanted = plates.find((p) => (conflict.kind === 'profile' ? p.profileId : p.id) === conflict.id);
    const plate = wanted ?? current?.plate;
    if (!plate) return null;
    const sideOf = (side: 'mine' | 'theirs'): Side | null => {
      const shot = conflict.kind === 'plate' ? conflict[side].shot : plate.shot;
      const profileId = conflict.kind === 'plate' ? conflict[side].profileId : plate.profileId;
      const saved = profiles.find((p) => p.id === profileId);
      const profile = conflict.kind === 'profile' && wanted ? conflict[side] : saved;
      return profile
        ? { plate, shot, profile, look: conflict.kind === 'look' ? conflict[side] : look }
        : null;
    };
    const [mine, theirs] = [sideOf('mine'), sideOf('theirs')];
    return mine && theirs && { mine, theirs };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the pictures are of the moment the conflict was met
  }, [conflict]);
}

function Sides({ conflict }: { conflict: Conflict }) {
  const found = useMemo(() => differences(conflict.mine, conflict.theirs), [conflict]);
  const pictures = useSides(conflict);
  const { looks, profiles } = useOpenProject();
  const nameOf = (id: string) =>
    looks.find((l) => l.id === id)?.document.name ?? profiles.find((p) => p.id === id)?.name;
  // These are no pictures.
  const sides = conflict.kind === 'pack' || conflict.kind === 'board' ? null : pictures;
  return (
    <div className="px-5 pb-5 flex flex-col gap-3">
      {sides && (
        <div className="grid grid-cols-2 gap-3 text-[12px] text-t2">
          {(['mine', 'theirs'] as const).map((side) => (
            <figure key={side}>
              <SidePicture side={sides[side]} label={`"${sides[side].plate.name}", ${sideNames[side]}`} />
              <figcaption className="pt-1">{sideNames[side]}</figcaption>
            </figure>
          ))}
        </div>
      )}
      <div className="max-h-[200px] scroll-quiet">
        <table className="w-full text-[12px]" aria-label="What differs">
          <thead className="text-t3">
            <tr>
              <th className="font-normal text-left">Differs in</th>
              <th className="font-normal text-right w-[130px]">{sideNames.mine}</th>
              <th className="font-normal text-right w-[130px]">{sideNames.theirs}</th>
            </tr>
          </thead>
          <tbody>
            {found.slice(0, maxShown).map((d) => (
              <tr key={d.path.join('.')}>
                <th scope="row" className="font-normal text-left text-t2">
                  {placeWords(d, nameOf)}
                </th>
                <td className="num text-right text-t1">{valueWords(d.a)}</td>
                <td className="num text-right text-t1">{valueWords(d.b)}</td>
              </tr>
            ))}
          </tbody>
        </table>
        {found.length > maxShown && <p className="text-t3">and in {found.length - maxShown} places more</p>}
      </div>
      <div className="flex gap-2">
        <Button kind="main" {...tip('Undo takes the choice back')} onClick={() => conflict.resolve('theirs')}>
          Use saved version
        </Button>
        <Button onClick={() => conflict.resolve('mine')}>Keep this window’s</Button>
      </div>
    </div>
  );
}

/** A document that was changed here and elsewhere. Nothing of it is sent until one side is chosen. */
export function ConflictWindow() {
  const conflicts = useSaveStatus((s) => s.conflicts);
  const [conflict] = conflicts;
  if (!conflict) return null;
  const more = conflicts.length - 1;
  return (
    <Window
      open
      title={`The ${words[conflict.kind]} "${conflict.name}" was changed elsewhere`}
      about={`It was saved in another window too (save ${conflict.theirsRevision}). Nothing was overwritten, and nothing of it is sent until you choose. Undo takes the choice back.${more > 0 ? ` ${more} more to choose after it.` : ''}`}
      width={660}
    >
      <Sides key={`${conflict.kind} ${conflict.id} ${conflict.theirsRevision}`} conflict={conflict} />
    </Window>
  );
}
