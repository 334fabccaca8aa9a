import { useEffect, useRef, useState } from 'react';
import type { ShownLook } from '@velvet-dusk/core/look/shown';
import { maxProbes, type Probe, setView, useView } from '../../state/view.ts';
import { analysisEngine } from '../../workers/index.ts';
import { latestOnly } from '../../workers/latest.ts';
import type { Sample, SampleOrder } from '../../workers/sample.ts';
import { type CurrentPlate, plateOrder } from '../useBench.ts';

/** Values under the pointer and under the pinned probes; a click pins one, or answers a dock that waits for a pick. */
export function useSamples({ plate, profile }: CurrentPlate, look: ShownLook, hover: Probe | null) {
  const { probes, pick, stepId } = useView();
  const [hovered, setHovered] = useState<Sample | null>(null);
  const [pinned, setPinned] = useState<readonly (Sample | null)[]>([]);
  const order = (at: Probe): SampleOrder => ({ plate: plateOrder(plate, profile), look, stepId, ...at });
  const runHover = useRef<((o: SampleOrder) => void) | null>(null);
  runHover.current ??= latestOnly(async (o: SampleOrder) => setHovered(await analysisEngine.sample(o)));
  const runPinned = useRef<((o: SampleOrder[]) => void) | null>(null);
  runPinned.current ??= latestOnly(async (orders: SampleOrder[]) => {
    const all: Sample[] = [];
    for (const o of orders) all.push(await analysisEngine.sample(o));
    setPinned(all);
  });

  useEffect(() => {
    if (hover) runHover.current!(order(hover));
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `order` reads nothing but what is listed
  }, [hover, plate, profile, look]);
  useEffect(() => {
    runPinned.current!(probes.map(order));
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `order` reads nothing but what is listed
  }, [probes, plate, profile, look]);

  const click = (at: Probe) => {
    if (pick) {
      setView({ pick: null });
      void analysisEngine.sample(order(at)).then((sample) => pick.take(sample));
    } else if (probes.length < maxProbes) setView({ probes: [...probes, at] });
  };
  return { click, hovered: hover ? hovered : null, pinned };
}
