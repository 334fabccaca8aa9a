import { type ReactNode, Suspense } from 'react';
import { lazily } from '../../ui/lazily.ts';
import { type DockId, setView, useView } from '../../state/view.ts';
import { Segments } from '../../ui/Segments.tsx';
import { type CurrentPlate, useCurrentPlate } from '../useBench.ts';
import { dockLabels } from './docks.ts';
import { ResponseDock } from './response/ResponseDock.tsx';
import { useResponseStep } from './response/useResponseStep.ts';
import { ToneRail } from './tone/ToneRail.tsx';

// Read when they are opened: the first picture does not wait for them.
const BoxesDock = lazily(() => import('./boxes/BoxesDock.tsx'), 'BoxesDock');
const CurvesDock = lazily(() => import('./curves/CurvesDock.tsx'), 'CurvesDock');
const FilmDock = lazily(() => import('./film/FilmDock.tsx'), 'FilmDock');
const HueDock = lazily(() => import('./hue/HueDock.tsx'), 'HueDock');
const LutDock = lazily(() => import('./lut/LutDock.tsx'), 'LutDock');
const MatchDock = lazily(() => import('./match/MatchDock.tsx'), 'MatchDock');
const PathDock = lazily(() => import('./path/PathDock.tsx'), 'PathDock');
const TextureDock = lazily(() => import('./texture/TextureDock.tsx'), 'TextureDock');

/** To add a dock: a folder beside these, a line here and in `docks.ts`. */
const docks: Record<DockId, (current: CurrentPlate) => ReactNode> = {
  tone: (current) => <ToneRail {...current} />,
  hue: () => <HueDock />,
  curves: () => <CurvesDock />,
  boxes: () => <BoxesDock />,
  film: (current) => <FilmDock {...current} />,
  match: (current) => <MatchDock {...current} />,
  lut: () => <LutDock />,
  texture: () => <TextureDock />,
  path: () => <PathDock />,
};

/** Under the picture: the controls that are drawn, one family at a time. */
export function Dock() {
  const current = useCurrentPlate();
  const dock = useView((s) => s.dock);
  const alone = useResponseStep(dock);
  return (
    <section
      aria-label={dockLabels.find((d) => d.value === dock)!.label}
      className="@container bg-g2 border-t border-g0 min-h-0 flex flex-col"
    >
      <div className="h-8 flex items-center px-2 shrink-0">
        <Segments label="Dock" value={dock} options={dockLabels} onChange={(d) => setView({ dock: d })} />
        {current && (
          <span className="num ml-auto text-t3 truncate pl-4">
            {current.profile.name} · {current.plate.note || `${current.plate.width}×${current.plate.height}`}
          </span>
        )}
      </div>
      <div className="flex-1 min-h-0">
        <Suspense>{current && (alone ? <ResponseDock step={alone} /> : docks[dock](current))}</Suspense>
      </div>
    </section>
  );
}
