import { Suspense, useState } from 'react';
import { type Probe, setView, type ShownPart, useView, type View } from '../../state/view.ts';
import { stepName } from '@velvet-dusk/core/look/document';
import type { ShownLook } from '@velvet-dusk/core/look/shown';
import { useOpenProject } from '../../api/openProject.ts';
import { lazily } from '../../ui/lazily.ts';
import { type CurrentPlate, useReference, useLookOn } from '../useBench.ts';
import { HdrLegend } from './HdrLegend.tsx';
import { Pane, type Shown, Tag } from './Pane.tsx';
import { ProbeDots, ProbeTable } from './Probes.tsx';
import { ReferenceInset, ReferencePane } from './Reference.tsx';
import { useMarking } from './useMarking.ts';
import { useSamples } from './useSamples.ts';
import { finishWords, useShownFinish } from './useShownFinish.ts';
import { useOverlay, useViewCubes } from './useViewCubes.ts';
import { beforeOf, viewNames } from './views.ts';
import { WhereLegend, WhereMask } from './WhereMask.tsx';

// Fetched when they are first shown: the first picture does not wait for them.
const BandLegend = lazily(() => import('./BandLegend.tsx'), 'BandLegend');
const MarkBoxes = lazily(() => import('./MarkBoxes.tsx'), 'MarkBoxes');
const MarkingBar = lazily(() => import('./MarkingBar.tsx'), 'MarkingBar');
const NoteShapes = lazily(() => import('../notes/NoteShapes.tsx'), 'NoteShapes');
const PlacementView = lazily(() => import('./PlacementView.tsx'), 'PlacementView');
const WipeEdge = lazily(() => import('./WipeEdge.tsx'), 'WipeEdge');

/** Which part of a look is shown; nothing where it is the whole. */
function saysPart({ steps }: ShownLook, part: ShownPart | null): string {
  const at = steps.findIndex((s) => s.id === part?.stepId);
  if (at < 0) return '';
  const name = stepName(steps[at]);
  return part!.how === 'alone' ? `, ${name} alone` : `, as far as ${name}, ${at + 1} of ${steps.length}`;
}

/** The plate under the look, alone or beside another picture. */
export function Viewer(current: CurrentPlate) {
  const { plate, profile } = current;
  const look = useLookOn(plate);
  const { practice } = useOpenProject();
  const { view, compare, wipeAt, before, castLens, overlay: kind, stepId, part, pick } = useView();
  const [hover, setHover] = useState<Probe | null>(null);
  const cubes = useViewCubes(look, plate, profile, {
    wanted: view === 'monitor',
    monitorOffsetStops: practice.monitorOffsetStops,
  });
  const overlay = useOverlay({ look, profile, kind, stepId });
  const samples = useSamples(current, look, hover);
  const marking = useMarking(current);
  const reference = useReference();
  const finish = useShownFinish(look, plate);
  const showsNotes = useView((s) => s.dock === 'texture' && s.textureId === 'notes') && view !== 'recorded';

  const nameOf = (v: View) => {
    if (v === 'monitor') return `Camera screen, ${practice.monitorOffsetStops.toFixed(1)} st darker`;
    if (v !== 'look') return viewNames[v];
    return `${look.name} at ${Math.round(look.strength * 100)} %${saysPart(look, part) || finishWords(finish)}`;
  };
  const shown = (v: View): Shown => ({
    name: nameOf(v),
    cube: v === 'recorded' ? null : cubes[v]?.cube,
    key: v === 'recorded' ? v : `${v} ${cubes[v]?.cube.size ?? 0} ${cubes[v]?.key ?? ''}`,
    final: v === 'recorded' || cubes[v]?.final === true,
    trimmed: v !== 'monitor',
    finish: v === 'look' ? finish : null,
  });
  const [after, other] = [shown(view), shown(beforeOf(view))];
  const split = before ? 1 : compare === 'wipe' ? wipeAt : 0;
  const pane = {
    ...current,
    overlay,
    castLens,
    onHover: setHover,
    onClick: marking.kind ? marking.mark : samples.click,
  };

  if (compare === 'placement')
    return (
      <Suspense>
        <PlacementView {...current} look={look} />
      </Suspense>
    );
  const main = (
    <Pane {...pane} after={after} before={other} splitAt={split}>
      {(box, width) => (
        <>
          <WhereMask box={box} />
          {(compare === 'wipe' || before) && <Tag text={other.name} side="left" box={box} width={width} />}
          {!before && <Tag text={after.name} side="right" box={box} width={width} />}
          {compare === 'inset' && reference && <ReferenceInset reference={reference} box={box} />}
          <ProbeDots box={box} />
          <WhereLegend />
          <Suspense>
            {compare === 'wipe' && !before && <WipeEdge box={box} />}
            {marking.kind && <MarkBoxes plate={plate} marking={marking} box={box} />}
            {kind === 'bands' && <BandLegend />}
            {showsNotes && <NoteShapes plate={plate} box={box} />}
          </Suspense>
        </>
      )}
    </Pane>
  );
  return (
    <div className="relative h-full w-full flex" id="picture">
      {compare === 'twoUp' && (
        <div className="flex-1 min-w-0 border-r border-g0">
          <Pane {...pane} after={other} before={other} splitAt={0}>
            {(box, width) => <Tag text={other.name} side="left" box={box} width={width} />}
          </Pane>
        </div>
      )}
      {compare === 'reference' && reference && (
        <div className="flex-1 min-w-0 border-r border-g0">
          <ReferencePane key={reference.id} reference={reference} />
        </div>
      )}
      <div className="flex-1 min-w-0">{main}</div>
      <ProbeTable samples={samples.pinned} hovered={samples.hovered} plateName={plate.name} />
      {view !== 'recorded' && <HdrLegend />}
      {(marking.kind ?? marking.marked) && (
        <Suspense>
          <MarkingBar plate={plate} marking={marking} />
        </Suspense>
      )}
      {pick && (
        <p role="status" className="absolute left-1/2 -translate-x-1/2 top-2 px-2 bg-[#000000c0] text-[12px]">
          Click {pick.what} on the picture ·{' '}
          <button type="button" className="text-violet" onClick={() => setView({ pick: null })}>
            never mind
          </button>
        </p>
      )}
    </div>
  );
}
