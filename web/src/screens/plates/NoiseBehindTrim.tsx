import { useEffect, useRef, useState } from 'react';
import type { Plate } from '@velvet-dusk/core/api/contract';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import { isNeutralShot } from '@velvet-dusk/core/look/shot';
import { frameUrl } from '../../api/urls.ts';
import { plateOrder } from '../../bench/useBench.ts';
import { tip } from '../../ui/tip.ts';
import { latestOnly } from '../../workers/latest.ts';
import { judge } from '../../workers/index.ts';

/** What the trim makes of a frame's noise: the look has to live with that. */
export function NoiseBehindTrim({ plate, profile }: { plate: Plate; profile: Profile }) {
  const [noise, setNoise] = useState<number | null>(null);
  const run = useRef<((order: Parameters<typeof judge.trimmedNoise>) => void) | null>(null);
  run.current ??= latestOnly(async (order: Parameters<typeof judge.trimmedNoise>) => {
    // A frame that cannot be read is told of where its picture is.
    setNoise(await judge.trimmedNoise(...order).catch(() => null));
  });
  const { shot } = plate;
  const isTrimmed = !isNeutralShot(shot);
  useEffect(() => {
    setNoise(null);
    if (isTrimmed) run.current!([plateOrder(plate, profile), frameUrl(plate)]);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- of a plate, only its frame and its shot count
  }, [plate.id, profile, shot, isTrimmed]);
  if (!isTrimmed || noise === null) return null;
  return (
    <span className="text-t2" {...tip('Behind the corrections of the shot, in codes of the same curve')}>
      {' '}
      → {noise.toFixed(1)}
    </span>
  );
}
