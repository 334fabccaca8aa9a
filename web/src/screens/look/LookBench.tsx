import { useMemo } from 'react';
import { Readings } from '../../bench/gauges/Readings.tsx';
import { SchoolsWindow } from '../../bench/gauges/SchoolsWindow.tsx';
import { Scopes } from '../../bench/gauges/Scopes.tsx';
import { PlateStack } from '../../bench/PlateStack.tsx';
import { LookLane } from '../../bench/recipe/LookLane.tsx';
import { ShotLane } from '../../bench/recipe/ShotLane.tsx';
import { TextureLane } from '../../bench/recipe/TextureLane.tsx';
import { Dock } from '../../bench/dock/Dock.tsx';
import { useAnalysis } from '../../bench/useAnalysis.ts';
import { useCurrentPlate, usePlates } from '../../bench/useBench.ts';
import { Viewer } from '../../bench/viewer/Viewer.tsx';
import { ViewerBar } from '../../bench/viewer/ViewerBar.tsx';
import { useWallThumbs } from '../plates/useWallThumbs.ts';
import { useBenchKeys } from '../../frame/keys.ts';
import { surrounds, useView } from '../../state/view.ts';
import { useFirstPicture } from '../../workers/useFirstPicture.ts';

function NoPlate() {
  return (
    <div className="grid place-items-center h-full text-center text-t2">
      <p className="max-w-[46ch]">
        A look is judged on plates: frames as the camera recorded them. Bring some in at the Plates station,
        with the profile they were recorded in.
      </p>
    </div>
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
  // The picture someone came for is there first; the rest fills in round it without moving it.
  const isShown = useFirstPicture();
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
        {isShown ? <Dock /> : <div className="bg-g2 border-t border-g0" />}
      </div>
      <aside aria-label="Gauges and recipe" className="border-l border-g0 min-h-0 flex flex-col">
        {isShown && (
          <>
            <Scopes />
            <Readings />
            <div className="flex-1 min-h-0 scroll-quiet pb-2">
              {current && <ShotLane {...current} />}
              <LookLane />
              <TextureLane />
            </div>
          </>
        )}
      </aside>
      {isShown && <SchoolsWindow />}
    </main>
  );
}
