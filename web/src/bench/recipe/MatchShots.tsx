import * as Comlink from 'comlink';
import { useEffect, useState } from 'react';
import type { Plate } from '@velvet-dusk/core/api/contract';
import { type MatchBasis, matchBases } from '@velvet-dusk/core/match/shotBases';
import { shotWords } from '@velvet-dusk/core/look/shotWords';
import { useOpenProject } from '../../api/openProject.ts';
import { editPlates } from '../../state/document.ts';
import { BitmapCanvas } from '../../ui/BitmapCanvas.tsx';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { ProgressBar } from '../../ui/ProgressBar.tsx';
import { optionsOf } from '../../ui/Select.tsx';
import type { MatchedShot } from '../../workers/matchShots.ts';
import { type CurrentPlate, plateOrder, usePlates, useRendering } from '../useBench.ts';
import { useSolver } from '../useSolver.ts';

type Found = Omit<MatchedShot, 'picture'> & { bitmap: ImageBitmap };
type Extent = 'scene' | 'all';

/** Pictures of plates as they are corrected now, without a look, by their IDs. */
function useShotPictures(plates: readonly Plate[]) {
  const { profiles } = useOpenProject();
  const rendering = useRendering();
  const { run } = useSolver();
  const [pictures, setPictures] = useState<ReadonlyMap<string, ImageBitmap>>(new Map());
  const key = JSON.stringify([plates.map((p) => [p.id, p.shot]), rendering]);
  useEffect(() => {
    const orders = plates.flatMap((plate) => {
      const profile = profiles.find((p) => p.id === plate.profileId);
      return profile ? [plateOrder(plate, profile)] : [];
    });
    run(
      async (solver) => {
        const images = await solver.shotPictures(orders, rendering);
        return Promise.all(images.map((image) => createImageBitmap(image)));
      },
      (bitmaps) => setPictures(new Map(bitmaps.map((bitmap, i) => [orders[i].id, bitmap]))),
      console.error,
    );
    // eslint-disable-next-line react-hooks/exhaustive-deps -- plates are new objects at every render
  }, [key]);
  return pictures;
}

interface RowProps {
  plate: Plate;
  now: ImageBitmap | undefined;
  found: Found | undefined;
  accept(): void;
}

/** A plate as it is and as it would be, with what is left between it and the hero. */
function Row({ plate, now, found, accept }: RowProps) {
  const answer = found?.answer;
  const solved = answer && !('refused' in answer) ? answer : undefined;
  return (
    <li
      aria-label={plate.name}
      className="grid grid-cols-[150px_150px_1fr_auto] gap-3 py-2 border-t border-g3"
    >
      <BitmapCanvas bitmap={now} className="block w-full aspect-[16/9] bg-g0" />
      <BitmapCanvas bitmap={solved && found?.bitmap} className="block w-full aspect-[16/9] bg-g0" />
      <div className="min-w-0">
        <p className="flex items-baseline gap-3">
          <span className="text-t1 truncate">{plate.name}</span>
          {solved && (
            <span className="num text-t2 whitespace-nowrap">
              ΔE {solved.before.toFixed(1)} → <span className="text-t1">{solved.after.toFixed(1)}</span>
            </span>
          )}
        </p>
        {solved && <p className="num text-t1">{shotWords(solved.shot).join(', ') || 'no correction'}</p>}
        {solved?.isDoubtful && (
          <p className="text-close">
            ◐ The frames hold different things: contrast and flare are left alone, and the rest is a guess.
            Skin or a card says more.
          </p>
        )}
        {solved && (
          <p className="text-t3 text-[11.5px]">
            {solved.left.length > 0
              ? `Left on the hero: ${solved.left.join(' ')}`
              : 'Nothing is left worth a word.'}
          </p>
        )}
        {answer && 'refused' in answer && <p className="text-ember">▲ {answer.refused}</p>}
      </div>
      <span>
        {solved && (
          <Button aria-label={`Accept ${plate.name}`} onClick={accept}>
            Accept
          </Button>
        )}
      </span>
    </li>
  );
}

/** Plates matched to a hero, each into its own shot lane. */
export function MatchShots({ current }: { current: CurrentPlate }) {
  const { profiles } = useOpenProject();
  const plates = usePlates();
  const rendering = useRendering();
  const [heroId, setHeroId] = useState(current.plate.id);
  const [basis, setBasis] = useState<MatchBasis>('frame');
  const [extent, setExtent] = useState<Extent>('scene');
  const [found, setFound] = useState<readonly Found[]>([]);
  const [trouble, setTrouble] = useState('');
  const { run, cancel, solving } = useSolver();
  const profileOf = (plate: Plate) => profiles.find((p) => p.id === plate.profileId);
  const hero = plates.find((p) => p.id === heroId) ?? current.plate;
  const others = plates.filter((p) => p.id !== hero.id && profileOf(p));
  const ofScene = others.filter((p) => p.scene !== '' && p.scene === hero.scene);
  const asked = extent === 'scene' ? ofScene : others;
  const pictures = useShotPictures([hero, ...asked]);

  const choose =
    <T,>(set: (value: T) => void) =>
    (value: T) => {
      cancel();
      setFound([]);
      set(value);
    };
  const start = () => {
    setFound([]);
    setTrouble('');
    const orders = [hero, ...asked].map((p) => plateOrder(p, profileOf(p)!));
    const order = { hero: orders[0], plates: orders.slice(1), basis, rendering };
    run(
      (solver) =>
        solver.matchShots(
          order,
          Comlink.proxy(({ picture, ...rest }: MatchedShot) => {
            void createImageBitmap(picture).then((bitmap) =>
              setFound((all) => [...all, { ...rest, bitmap }]),
            );
          }),
        ),
      () => {},
      (error) => setTrouble(`The shots could not be matched: ${error.message}`),
    );
  };
  const acceptable = found.flatMap(({ plateId, answer }) =>
    'refused' in answer ? [] : [[plateId, answer.shot] as const],
  );
  const accept = (accepted: typeof acceptable) => {
    const shots = new Map(accepted);
    editPlates([...shots.keys()], (_, id) => ({ shot: shots.get(id)! }));
    setFound((all) => all.filter((f) => !shots.has(f.plateId)));
  };
  return (
    <div className="px-5 pb-5 grid gap-3 text-[12.5px]">
      <div className="grid grid-cols-[240px_1fr] gap-5">
        <BitmapCanvas bitmap={pictures.get(hero.id)} className="block w-full aspect-[16/9] bg-g0" />
        <div className="grid gap-2 content-start w-[330px]">
          <Choice
            label="Hero"
            value={hero.id}
            options={plates.filter(profileOf).map((p) => ({ value: p.id, label: p.name }))}
            onChange={choose(setHeroId)}
          />
          <Choice
            label="By"
            value={basis}
            options={optionsOf(matchBases)}
            onChange={choose<MatchBasis>(setBasis)}
          />
          <p className="text-t3 text-[11.5px]">{matchBases[basis].about}.</p>
          <Choice<Extent>
            label="Plates"
            value={extent}
            options={[
              { value: 'scene', label: `of its scene (${ofScene.length})` },
              { value: 'all', label: `all others (${others.length})` },
            ]}
            onChange={choose(setExtent)}
          />
        </div>
      </div>
      <div className="flex items-center gap-4">
        {solving ? (
          <>
            <ProgressBar label="Shots matched" share={found.length / Math.max(asked.length, 1)} />
            <span className="num text-t2" role="status">
              {found.length} of {asked.length}
            </span>
            <Button onClick={cancel}>Cancel</Button>
          </>
        ) : (
          <>
            <Button kind="main" disabled={asked.length === 0} onClick={start}>
              Match
            </Button>
            {acceptable.length > 1 && <Button onClick={() => accept(acceptable)}>Accept all</Button>}
          </>
        )}
      </div>
      {trouble && (
        <p role="alert" className="text-ember">
          ▲ {trouble}
        </p>
      )}
      {asked.length === 0 ? (
        <p className="text-t2">
          {others.length === 0
            ? 'There is no other plate with a profile. Import frames of the same scene first.'
            : 'No other plate shows this scene. Give plates the same scene at Plates, or match all others.'}
        </p>
      ) : (
        <ul aria-label="Plates to match">
          <li aria-hidden className="grid grid-cols-[150px_150px] gap-3 text-t3 text-[11.5px]">
            <span>Now</span>
            <span>Matched</span>
          </li>
          {asked.map((plate) => {
            const mine = found.find((f) => f.plateId === plate.id);
            return (
              <Row
                key={plate.id}
                plate={plate}
                now={pictures.get(plate.id)}
                found={mine}
                accept={() => accept(acceptable.filter(([id]) => id === plate.id))}
              />
            );
          })}
        </ul>
      )}
    </div>
  );
}
