import { useMeasured } from '../state/measured.ts';
import { useView } from '../state/view.ts';
import { useCurrentPlate } from './useBench.ts';
import { beforeOf } from './viewer/views.ts';

/** True while what was measured last is of another plate or view than the viewer shows. */
export function useIsStale(): boolean {
  const current = useCurrentPlate();
  const view = useView((s) => (s.before ? beforeOf(s.view) : s.view));
  const of = useMeasured((m) => m.measuredOf);
  return of !== null && (of.plateId !== current?.plate.id || of.view !== view);
}
