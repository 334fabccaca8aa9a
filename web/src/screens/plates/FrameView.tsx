import { useEffect, useMemo, useRef, useState } from 'react';
import type { Plate } from '@velvet-dusk/core/api/contract';
import { firstStretch, handProfile } from '@velvet-dusk/core/camera/byHand';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import { boxKinds, markLabels } from '@velvet-dusk/core/plate/marks';
import { ShotLane } from '../../bench/recipe/ShotLane.tsx';
import { frameUrl } from '../../api/urls.ts';
import { useOpenProject } from '../../api/openProject.ts';
import { useWholeLook } from '../../bench/useBench.ts';
import { useConversionCube } from '../../bench/viewer/useViewCubes.ts';
import { openFrame, setPlateView, type Tool, usePlateView } from '../../state/plateView.ts';
import { Button } from '../../ui/Button.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { useSize } from '../../ui/useSize.ts';
import { painter } from '../../workers/index.ts';
import { latestOnly } from '../../workers/latest.ts';
import { ByHandPanel } from './ByHandPanel.tsx';
import { FactsPanel } from './FactsPanel.tsx';
import { MarkOverlay } from './MarkOverlay.tsx';
import { MarkPanel } from './MarkPanel.tsx';
import { useStretch } from './stretchStore.ts';
import { useMarkReadings } from '../../bench/wall/useMarkReadings.ts';

const tools: { value: Tool; label: string; hint: string }[] = [
  { value: 'select', label: 'Select', hint: 'Choose and move marks' },
  ...boxKinds.map((k) => ({ value: k, label: markLabels[k], hint: 'Drag a box on the frame' })),
  { value: 'greyScale', label: markLabels.greyScale, hint: 'A row of greys; its corners can be dragged' },
  { value: 'chart', label: markLabels.chart, hint: 'A grid of patches; its corners can be dragged' },
];
const views = [
  { value: 'recorded', label: 'Recorded' },
  { value: 'normalised', label: 'Normalised' },
] as const;

type Paint = Parameters<typeof painter.paint>[0];

/** Paints the frame at the size it is shown, trimmed and converted; the last picture stays until the next is there. */
function useFramePicture(plate: Plate, profile: Profile, recorded: boolean, width: number, height: number) {
  const ref = useRef<HTMLCanvasElement>(null);
  const look = useWholeLook();
  const normalised = useConversionCube(look, profile);
  const [drawn, setDrawn] = useState('');
  const run = useRef<((o: { paint: Paint; key: string }) => void) | null>(null);
  run.current ??= latestOnly(async ({ paint, key }: { paint: Paint; key: string }) => {
    const rgba = await painter.paint(paint);
    const canvas = ref.current;
    if (!canvas) return;
    canvas.width = paint.width;
    canvas.height = paint.height;
    canvas.getContext('2d')?.putImageData(new ImageData(rgba, paint.width, paint.height), 0, 0);
    setDrawn(key);
  });
  const raw = recorded || plate.kind === 'reference';
  const cube = raw ? null : (normalised?.cube ?? undefined);
  const key = `${plate.id} ${raw} ${width}x${height} ${normalised?.cube.size ?? 0} ${normalised?.key ?? ''} ${JSON.stringify(plate.shot)}`;
  useEffect(() => {
    if (width === 0 || cube === undefined) return;
    run.current!({
      paint: { url: frameUrl(plate), width, height, profile, shot: raw ? null : plate.shot, cube },
      key,
    });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the key stands for its parts
  }, [key, cube]);
  return { ref, drawn: drawn === key };
}

function FrameBar({ plate, neighbours }: { plate: Plate; neighbours: readonly Plate[] }) {
  const { tool, recorded } = usePlateView();
  const at = neighbours.findIndex((p) => p.id === plate.id);
  const go = (by: number) => {
    const next = neighbours[at + by];
    if (next) openFrame(next.id);
  };
  return (
    <div className="h-10 shrink-0 flex items-center gap-2 px-3 border-b border-g0 whitespace-nowrap">
      <Button onClick={() => openFrame('')}>Wall</Button>
      <Button kind="text" disabled={at <= 0} aria-label="Frame before" onClick={() => go(-1)}>
        ←
      </Button>
      <Button
        kind="text"
        disabled={at < 0 || at === neighbours.length - 1}
        aria-label="Next frame"
        onClick={() => go(1)}
      >
        →
      </Button>
      <h2 className="font-semibold truncate max-w-[220px]">{plate.name}</h2>
      <span className="flex-1" />
      {plate.kind === 'plate' && (
        <Segments
          small
          label="View"
          value={recorded ? 'recorded' : 'normalised'}
          options={views}
          onChange={(v: string) => setPlateView({ recorded: v === 'recorded' })}
        />
      )}
      <span className="w-px h-4 bg-g4 mx-1" />
      <Segments
        small
        label="Mark"
        value={tool}
        options={tools}
        onChange={(t: Tool) => setPlateView({ tool: t })}
      />
    </div>
  );
}

/** One frame: what it says about itself, marks on it, and the shot lane they lead to. */
export function FrameView({ plate, neighbours }: { plate: Plate; neighbours: readonly Plate[] }) {
  const { profiles } = useOpenProject();
  const given = profiles.find((p) => p.id === plate.profileId) ?? profiles[0];
  const stretch = useStretch(plate.id);
  const profile = useMemo(
    () => (stretch ? handProfile(stretch, plate.name) : given),
    [stretch, plate.name, given],
  );
  const recorded = usePlateView((s) => s.recorded);
  const [frameRef, room] = useSize<HTMLDivElement>();
  const scale = Math.min(room.width / plate.width, room.height / plate.height, 1) || 0;
  const [width, height] = [Math.round(plate.width * scale), Math.round(plate.height * scale)];
  const { ref, drawn } = useFramePicture(plate, profile, recorded, width, height);
  const readings = useMarkReadings(plate, profile);
  return (
    <main className="flex-1 min-h-0 flex flex-col">
      <FrameBar plate={plate} neighbours={neighbours} />
      <div className="flex-1 min-h-0 grid grid-cols-[minmax(0,1fr)_340px]">
        <div ref={frameRef} className="relative min-h-0 overflow-hidden bg-[#2e2e2e] grid place-items-center">
          <div className="relative" style={{ width, height }}>
            <canvas
              ref={ref}
              role="img"
              aria-label={`${plate.name}, ${recorded ? 'recorded' : 'normalised'}`}
              data-drawn={drawn}
              style={{ width, height }}
            />
            {width > 0 && <MarkOverlay plate={plate} width={width} height={height} />}
          </div>
        </div>
        <aside aria-label="Frame" className="border-l border-g0 min-h-0 scroll-quiet">
          {stretch && plate.facts && (
            <ByHandPanel
              plate={plate}
              stretch={stretch}
              first={firstStretch(plate.facts.histogram)}
              readings={readings}
            />
          )}
          <FactsPanel plate={plate} profile={profile} />
          {plate.kind === 'plate' && (
            <div className="border-t border-g0 pb-2">
              <ShotLane plate={plate} profile={profile} shot={plate.shot} />
            </div>
          )}
          <MarkPanel plate={plate} profile={profile} readings={readings} />
        </aside>
      </div>
    </main>
  );
}
