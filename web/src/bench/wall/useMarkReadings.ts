import { useEffect, useRef, useState } from 'react';
import type { Plate } from '@velvet-dusk/core/api/contract';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import { frameUrl } from '../../api/urls.ts';
import { usePlateView } from '../../state/plateView.ts';
import { useRendering } from '../useBench.ts';
import { analysisEngine } from '../../workers/index.ts';
import { latestOnly } from '../../workers/latest.ts';
import type { MarkReading } from '../../workers/measureMarks.ts';

export interface MarkReadings {
  readings: Record<string, MarkReading>;
  trouble: string;
}
type Order = Parameters<typeof analysisEngine.measure>[0];

/** Readings of all marks on a frame, kept in step with marks, profile and shot. */
export function useMarkReadings(plate: Plate, profile: Profile): MarkReadings {
  const rendering = useRendering();
  const evenLight = usePlateView((s) => s.evenLight);
  const [state, setState] = useState<MarkReadings>({ readings: {}, trouble: '' });
  const run = useRef<((o: Order) => void) | null>(null);
  run.current ??= latestOnly(async (order: Order) => {
    try {
      setState({ readings: await analysisEngine.measure(order), trouble: '' });
    } catch (error) {
      setState({ readings: {}, trouble: `The marks cannot be read: ${(error as Error).message}` });
    }
  });
  const { marks, shot, facts } = plate;
  const ceiling = facts && facts.clipped > 0 ? facts.high : 1;
  const url = frameUrl(plate);
  useEffect(() => {
    if (marks.length > 0) run.current!({ url, profile, shot, rendering, marks, ceiling, evenLight });
  }, [url, profile, shot, rendering, marks, ceiling, evenLight]);
  return state;
}
