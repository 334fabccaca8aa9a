import { NextProposal } from '../../bench/gauges/NextProposal.tsx';
import { Readings } from '../../bench/gauges/Readings.tsx';
import { Scopes } from '../../bench/gauges/Scopes.tsx';
import { LookLane } from '../../bench/recipe/LookLane.tsx';
import { ShotLane } from '../../bench/recipe/ShotLane.tsx';
import { TextureLane } from '../../bench/recipe/TextureLane.tsx';
import { useCurrentPlate } from '../../bench/useBench.ts';

/** What is measured on the picture, and what makes it. */
export function Aside() {
  const current = useCurrentPlate();
  return (
    <>
      <Scopes />
      <Readings />
      <div className="flex-1 min-h-0 scroll-quiet pb-2">
        {current && <ShotLane {...current} />}
        <LookLane />
        <TextureLane />
      </div>
      <NextProposal />
    </>
  );
}
