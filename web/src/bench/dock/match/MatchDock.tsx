import { plural } from '@velvet-dusk/core/numeric/plural';
import { Check } from '../../../ui/Check.tsx';
import { useEffect, useState } from 'react';
import type { Plate } from '@velvet-dusk/core/api/contract';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import type { MatchSolution } from '@velvet-dusk/core/match/solve';
import { steered, steerOf, withMatch } from '@velvet-dusk/core/match/steer';
import type { MatchPart } from '@velvet-dusk/core/match/unknowns';
import type { GridMark, Mark } from '@velvet-dusk/core/plate/marks';
import { pairsOf } from '@velvet-dusk/core/plate/pairs';
import { editLook } from '../../../state/document.ts';
import { setMeasured } from '../../../state/measured.ts';
import { Button } from '../../../ui/Button.tsx';
import { Choice } from '../../../ui/Choice.tsx';
import { Fader } from '../../../ui/Fader.tsx';
import { Segments } from '../../../ui/Segments.tsx';
import { judge } from '../../../workers/index.ts';
import type { ChartOrder, MatchAim, MatchResult, MatchTable, PairsOrder } from '../../../workers/match.ts';
import { frameUrl, thumbUrl } from '../../../api/urls.ts';
import { useOpenProject } from '../../../api/openProject.ts';
import { type CurrentPlate, plateOrder, usePlates, useReference, useWholeLook } from '../../useBench.ts';
import { HueShares } from './HueShares.tsx';
import { MatchTableView } from './MatchTableView.tsx';
import { PairsView } from './PairsView.tsx';
import { PatchesView } from './PatchesView.tsx';
import { useSolver } from '../../useSolver.ts';

const about =
  'Bring a finished still as the reference (Import frames, at the foot of the plates): this dock then shows how it ' +
  'differs from the plate, zone by zone, and solves for the steps that lead there.';

/** Milliseconds of quiet before the table is counted anew. */
const quiet = 300;

type ComparedBy = 'zones' | 'pairs' | 'patches';
const comparedBy: { value: ComparedBy; label: string; hint: string }[] = [
  { value: 'zones', label: 'Zones', hint: 'The whole picture, in five zones' },
  { value: 'pairs', label: 'Pairs', hint: 'The same things, marked on both pictures' },
  { value: 'patches', label: 'Patches', hint: 'The chart that is marked on both plates' },
];

interface Aim {
  id: string;
  label: string;
  aim: MatchAim;
  marks: readonly Mark[];
  /** The whole frame. */
  url: string;
  /** The chart on it, where one is marked. */
  chart: ChartOrder | null;
}

/** A plate with the chart that is marked on it; null where none is. */
function chartOrder(plate: Plate, profile: Profile): ChartOrder | null {
  const chart = plate.marks.find((m): m is GridMark => m.kind === 'chart' || m.kind === 'greyScale');
  return chart ? { plate: plateOrder(plate, profile), frameUrl: frameUrl(plate), chart } : null;
}

/** Everything a plate can be held against: the reference still, then the other plates under this look. */
function useAims(plateId: string) {
  const reference = useReference();
  const { profiles } = useOpenProject();
  const plates = usePlates();
  const aims: Aim[] = [];
  if (reference)
    aims.push({
      id: reference.id,
      label: reference.name,
      chart: null,
      marks: reference.marks,
      url: frameUrl(reference),
      aim: { kind: 'still', url: thumbUrl(reference) },
    });
  for (const plate of plates) {
    const profile = profiles.find((p) => p.id === plate.profileId);
    if (profile && plate.id !== plateId)
      aims.push({
        id: plate.id,
        label: `${plate.name}, ${profile.name}`,
        aim: { kind: 'plate', plate: plateOrder(plate, profile) },
        marks: plate.marks,
        url: frameUrl(plate),
        chart: chartOrder(plate, profile),
      });
  }
  return { aims, reference };
}

/** The plate beside its aim, in numbers and words, and the steps that lead there. */
export function MatchDock(current: CurrentPlate) {
  const { aims } = useAims(current.plate.id);
  if (aims.length === 0)
    return <p className="h-full grid place-content-center max-w-[62ch] mx-auto text-t2">{about}</p>;
  return <Match {...current} />;
}

function Match({ plate, profile }: CurrentPlate) {
  const look = useWholeLook();
  const { aims } = useAims(plate.id);
  const [aimId, setAimId] = useState('');
  const [keepSkin, setKeepSkin] = useState(true);
  const [followAll, setFollowAll] = useState(false);
  const [table, setTable] = useState<MatchTable | null>(null);
  const [solved, setSolved] = useState<(MatchResult & { secondName: string; followed: boolean }) | null>(
    null,
  );
  const { run, cancel, solving } = useSolver();
  const [only, setOnly] = useState<readonly MatchPart[]>([]);
  const [by, setBy] = useState<ComparedBy>('zones');
  const [weighted, setWeighted] = useState(true);
  const chosen = aims.find((a) => a.id === aimId) ?? aims[0];
  const second = aims.find((a) => a.aim.kind === 'plate' && a.id !== chosen.id);
  const charts = { plate: chartOrder(plate, profile), aim: chosen.chart };
  const pairs: PairsOrder = {
    pairs: pairsOf(plate.marks, chosen.marks),
    plateUrl: frameUrl(plate),
    aimUrl: chosen.url,
  };
  const hasPairs = pairs.pairs.length > 0;
  const shownBy = by === 'patches' && !(charts.plate && charts.aim) ? 'zones' : by;
  const key = JSON.stringify([chosen.id, plate.id, plate.shot]);

  useEffect(() => {
    let stale = false;
    const timer = setTimeout(() => {
      judge.matchTable({ plate: plateOrder(plate, profile), look, aim: chosen.aim }).then(
        (found) => !stale && setTable(found),
        (error: Error) => setMeasured({ trouble: `The match could not be measured: ${error.message}` }),
      );
    }, quiet);
    return () => {
      stale = true;
      clearTimeout(timer);
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the key stands for plate and aim
  }, [look, key]);

  const solve = () =>
    run(
      (solver) =>
        solver.solve({
          plate: plateOrder(plate, profile),
          look,
          aim: chosen.aim,
          keepSkin,
          follow: followAll ? 'all' : 'known',
          only,
          pairs: weighted && hasPairs ? pairs : null,
          second: second?.aim.kind === 'plate' ? second.aim.plate : null,
        }),
      (found) => {
        setSolved({ ...found, secondName: second?.label ?? '', followed: followAll });
        editLook((l) => withMatch(l, found.steps));
      },
      (error) => setMeasured({ trouble: `The match could not be solved: ${error.message}` }),
    );
  const steerTo = (percent: number) => {
    editLook((l) => withMatch(l, percent === 0 ? [] : steered(solved!.steps, percent / 100)));
  };

  return (
    <div className="h-full flex gap-5 px-4 py-1 text-[12px]">
      <div className="flex-1 min-w-0 scroll-quiet" tabIndex={0} role="region" aria-label="Differences">
        <Segments
          small
          label="Compare by"
          value={shownBy}
          options={comparedBy.filter((o) => o.value !== 'patches' || (charts.plate && charts.aim))}
          onChange={(v: ComparedBy) => setBy(v)}
        />
        {shownBy === 'patches' ? (
          <PatchesView plate={charts.plate!} aim={charts.aim!} look={look} />
        ) : shownBy === 'pairs' ? (
          <PairsView plate={plateOrder(plate, profile)} aim={chosen.aim} pairs={pairs} look={look} />
        ) : (
          <ZonesView table={table} only={only} onChoose={setOnly} />
        )}
      </div>
      <div className="w-[270px] flex flex-col gap-1.5">
        <Choice
          label="Against"
          value={chosen.id}
          options={aims.map(({ id, label }) => ({ value: id, label }))}
          onChange={(id) => {
            setAimId(id);
            setSolved(null);
          }}
        />
        <Check checked={keepSkin} onChange={setKeepSkin}>
          Skin is kept near its line
        </Check>
        <Check
          checked={followAll}
          onChange={setFollowAll}
          hint="Without it the solve follows the picture only as far as both hold the same things; between different scenes that is black, greys and skin"
        >
          All of the difference is the look’s
        </Check>
        {hasPairs && (
          <Check
            checked={weighted}
            onChange={setWeighted}
            hint="They are the same things, whatever else the pictures hold"
          >
            The pairs lead ({pairs.pairs.length})
          </Check>
        )}
        <p>
          <Button kind="main" disabled={solving} onClick={solve}>
            {solving ? 'Solving …' : solveWords(only.length, solved !== null)}
          </Button>
          {solving && (
            <Button kind="text" className="ml-3" onClick={cancel}>
              Stop
            </Button>
          )}
        </p>
        {solved && (
          <>
            <Fader
              label="Steer"
              unit="%"
              min={0}
              max={100}
              step={1}
              rest={100}
              digits={0}
              value={100 * steerOf(look, solved.steps)}
              onChange={steerTo}
            />
            <p className="text-t2">
              Difference{' '}
              <span className="num text-t1">
                {solved.before.toFixed(1)} → {solved.after.toFixed(1)}
              </span>
            </p>
            <p className="text-t2" aria-label="Look and scene">
              Look <span className="num text-t1">{Math.round(solved.look * 100)} %</span>, scene{' '}
              <span className="num text-t1">{Math.round((1 - solved.look) * 100)} %</span> of it.{' '}
              {trustInWords(solved, solved.followed)}
            </p>
            {solved.second && (
              <p className="text-t2">
                On {solved.secondName}{' '}
                <span className="num text-t1">
                  {solved.second.before.toFixed(1)} → {solved.second.after.toFixed(1)}
                </span>
              </p>
            )}
          </>
        )}
      </div>
    </div>
  );
}

/** What the main button does. */
const solveWords = (chosen: number, again: boolean) =>
  chosen === 0 ? (again ? 'Solve again' : 'Solve') : `Solve ${plural(chosen, 'difference')}`;

/** Trust from which two pictures count as of the same things, and under which as of different ones. */
const trusted = { same: 0.7, different: 0.3 };
function trustInWords({ trust }: MatchSolution, followed: boolean): string {
  if (trust === null) return 'Only the differences chosen were taken.';
  if (followed) return 'All of it was taken for the look.';
  if (trust >= trusted.same) return 'Both pictures hold the same things.';
  const left = 'what is left is content, and no look brings it.';
  if (trust >= trusted.different) return `The pictures are akin; ${left}`;
  return `The pictures hold different things: only black, greys and skin are followed, and ${left}`;
}

/** The zone table, what it says in words, and what no grade can bring. */
function ZonesView({
  table,
  only,
  onChoose,
}: {
  table: MatchTable | null;
  only: readonly MatchPart[];
  onChoose(only: readonly MatchPart[]): void;
}) {
  if (!table) return <p className="text-t3">Counting …</p>;
  return (
    <>
      <MatchTableView table={table} only={only} onChoose={onChoose} />
      <HueShares plate={table.plate} aim={table.aim} />
      <p className="pt-1.5 text-t2" aria-label="Differences in words">
        {table.words.length > 0 ? table.words.join(' ') : 'No difference worth a word.'}
      </p>
      {table.beyond.map((line) => (
        <p key={line} className="text-close">
          ◐ {line}
        </p>
      ))}
    </>
  );
}
