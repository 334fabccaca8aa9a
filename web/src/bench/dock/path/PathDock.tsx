import { type ReactNode, useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import { withParams } from '@velvet-dusk/core/look/edit';
import type { ShownLook } from '@velvet-dusk/core/look/shown';
import type { ToneShape } from '@velvet-dusk/core/readings/toneShape';
import { lastRunOf } from '@velvet-dusk/core/api/jobs';
import { neutralKinds } from '@velvet-dusk/core/plate/marks';
import { useJobs } from '../../../api/jobs.ts';
import { betterProfileOf } from '../../../plates/betterProfile.ts';
import { useMarkReadings } from '../../wall/useMarkReadings.ts';
import { setMeasured, useMeasured } from '../../../state/measured.ts';
import { analysisEngine } from '../../../workers/index.ts';
import { editLook } from '../../../state/document.ts';
import { setView } from '../../../state/view.ts';
import { Button } from '../../../ui/Button.tsx';
import { VerdictMark } from '../../../ui/VerdictMark.tsx';
import { useOpenProject } from '../../../api/openProject.ts';
import { type CurrentPlate, useCurrentPlate, usePlates, useLookOn } from '../../useBench.ts';
import { type PathItem, pathItems } from './pathItems.ts';
import { tip } from '../../../ui/tip.ts';

/** Milliseconds without a change before tones are measured. */
const quiet = 200;

/** Greatest spread of the parade over what is marked neutral on a plate; null where nothing is. */
function useNeutralSpread({ plate, profile }: CurrentPlate): number | null {
  const { readings } = useMarkReadings(plate, profile);
  const spreads = plate.marks
    .filter((m) => neutralKinds.some((kind) => kind === m.kind))
    .flatMap((m) => {
      const reading = readings[m.id];
      return reading?.kind === 'box' ? [reading.spread] : [];
    });
  return spreads.length > 0 ? Math.max(...spreads) : null;
}

/** How the tones of a look run out; null until that is measured. */
function useToneShape(look: ShownLook, profile: Profile): ToneShape | null {
  const [shape, setShape] = useState<ToneShape | null>(null);
  useEffect(() => {
    let gone = false;
    const show = (measured: ToneShape) => {
      if (!gone) setShape(measured);
    };
    const tell = (error: Error) => setMeasured({ trouble: `Measuring failed: ${error.message}` });
    const timer = setTimeout(() => void analysisEngine.toneShape(look, profile).then(show, tell), quiet);
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, [look, profile]);
  return shape;
}

/** Solves for what an item says is missed, and makes the change in one step of undo. */
function Mend({ look, profile }: { look: ShownLook; profile: Profile }) {
  const { practice } = useOpenProject();
  const [says, setSays] = useState('');
  const mend = async () => {
    setSays('Solving …');
    try {
      const bends = await analysisEngine.mendRollOff(look, profile, practice);
      setSays(bends ? '' : 'No toe or shoulder brings it there.');
      if (bends) editLook((now) => withParams(now, 'toeShoulder', () => bends));
    } catch (error) {
      setSays(`Not solved: ${(error as Error).message}`);
    }
  };
  return (
    <span className="shrink-0 pl-1">
      {says && (
        <span role="status" className="text-t2">
          {says}{' '}
        </span>
      )}
      <Button kind="text" aria-label="Mend the roll-off" onClick={() => void mend()}>
        Mend
      </Button>
    </span>
  );
}

function Item({ item, children }: { item: PathItem; children?: ReactNode }) {
  const navigate = useNavigate();
  const { id } = useOpenProject();
  const leads = item.dock !== undefined || item.reading !== undefined || item.station !== undefined;
  const go = () => {
    if (item.station) void navigate(`/${id}/${item.station}`);
    if (item.dock) setView({ dock: item.dock });
    if (item.reading) setView({ readingId: item.reading });
  };
  const inside = (
    <>
      <span className="w-3 shrink-0 text-center">
        <VerdictMark verdict={item.verdict} />
      </span>
      <span className="text-t1 w-[76px] shrink-0">{item.label}</span>
      <span className="text-t2 truncate" {...tip(item.more ? `${item.says}. ${item.more}` : item.says)}>
        {item.says}
      </span>
    </>
  );
  const row = 'flex items-baseline gap-2 w-full min-w-0 text-left text-[12px]';
  return (
    <li className="min-w-0 flex items-baseline text-[12px]">
      {leads ? (
        <button type="button" className={`${row} hover:bg-g3`} onClick={go}>
          {inside}
        </button>
      ) : (
        <span className={row}>{inside}</span>
      )}
      {children}
    </li>
  );
}

function Path(current: CurrentPlate) {
  const { plate, profile, shot } = current;
  const { id, profiles, practice } = useOpenProject();
  const look = useLookOn(plate);
  const plates = usePlates();
  const { analysis, effects, thumbs, strengths } = useMeasured();
  const neutralSpread = useNeutralSpread(current);
  const likelier = betterProfileOf(plate, profiles);
  const items = pathItems({
    profileName: profile.name,
    doubt: likelier ? `the frame looks more like ${likelier.name} than ${profile.name}` : '',
    shot,
    neutralSpread,
    look,
    readings: analysis?.readings ?? [],
    effects,
    plates: plates.map((p) => thumbs[p.id]?.verdict ?? null),
    lastRun: lastRunOf(useJobs(id).jobs),
    suited: strengths[plate.id] ?? null,
    toneShape: useToneShape(look, profile),
    practice,
  });
  return (
    <div className="h-full flex flex-col px-4 pb-2">
      <p className="text-t3 text-[11.5px] pb-1">
        The way practitioners take, measured on this plate. Follow it or not; nothing here has to be ticked.
      </p>
      <ol className="flex-1 min-h-0 scroll-quiet grid grid-cols-2 gap-x-6 content-start gap-y-1.5">
        {items.map((item) => (
          <Item key={item.id} item={item}>
            {item.mends && (item.verdict === 'fails' || item.verdict === 'close') && (
              <Mend look={look} profile={profile} />
            )}
          </Item>
        ))}
      </ol>
    </div>
  );
}

/** The path through a look as a checklist that measures itself. */
export function PathDock() {
  const current = useCurrentPlate();
  return current && <Path {...current} />;
}
