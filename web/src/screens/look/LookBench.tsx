import { Suspense, useEffect, useMemo } from 'react';
import { PlateStack } from '../../bench/PlateStack.tsx';
import { useAnalysis } from '../../bench/useAnalysis.ts';
import { useOpenProject } from '../../api/openProject.ts';
import { useCurrentPlate, usePlates } from '../../bench/useBench.ts';
import { Viewer } from '../../bench/viewer/Viewer.tsx';
import { ViewerBar } from '../../bench/viewer/ViewerBar.tsx';
import { useWallThumbs } from '../../bench/wall/useWallThumbs.ts';
import { useBenchKeys } from '../../shell/keys.ts';
import { useMeasured } from '../../state/measured.ts';
import { surrounds, useView } from '../../state/view.ts';
import { firstPictureShown } from '../../workers/firstPicture.ts';
import { EmptyStation } from '../../shell/EmptyStation.tsx';
import { lazily } from '../../ui/lazily.ts';
import { useFirstPicture } from '../../workers/useFirstPicture.ts';

// The picture someone came for is there first; the rest is read then, and fills in round it without moving it.
const Dock = lazily(() => import('../../bench/dock/Dock.tsx'), 'Dock');
const Aside = lazily(() => import('./Aside.tsx'), 'Aside');
const emptyDock = <div className="bg-g2 border-t border-g0" />;

function NoPlate() {
  const { id } = useOpenProject();
  return (
    <EmptyStation
      text="A look is judged on plates: frames as the camera recorded them. Bring some in first, with the profile they were recorded in."
      to={`/${id}/plates`}
      action="Import frames"
    />
  );
}

/** The main screen: plates, picture, tone, gauges, recipe. */
export function LookBench() {
  const plates = usePlates();
  const current = useCurrentPlate();
  const surround = useView((s) => s.surround);
  const plateIds = useMemo(() => plates.map((p) => p.id), [plates]);
  useBenchKeys(plateIds);
  useAnalysis();
  useWallThumbs('reference');
  const isShown = useFirstPicture();
  const noPicture = useMeasured((m) => m.trouble !== null) || !current;
  useEffect(() => {
    if (noPicture) firstPictureShown();
  }, [noPicture]);
  const level = Math.round(surrounds[surround] * 255);
  return (
    <main className="flex-1 min-h-0 grid grid-cols-[176px_minmax(0,1fr)_340px]">
      <div className="border-r border-g0 min-h-0">
        <PlateStack />
      </div>
      <div className="min-h-0 min-w-0 grid grid-cols-[minmax(0,1fr)] grid-rows-[36px_minmax(0,1fr)_262px]">
        <ViewerBar />
        <div className="min-h-0" style={{ background: `rgb(${level} ${level} ${level})` }}>
          {current ? <Viewer {...current} /> : <NoPlate />}
        </div>
        <Suspense fallback={emptyDock}>{isShown ? <Dock /> : emptyDock}</Suspense>
      </div>
      <aside aria-label="Gauges and recipe" className="border-l border-g0 min-h-0 flex flex-col">
        <Suspense>{isShown && <Aside />}</Suspense>
      </aside>
    </main>
  );
}
