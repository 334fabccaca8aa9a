import { useMemo } from 'react';
import { trialUrl } from '../../api/urls.ts';
import { useOpenProject } from '../../api/openProject.ts';
import type { PlateOrder } from '../../workers/develop.ts';
import { plateOrder, useCurrentPlate, usePlates } from '../useBench.ts';
import { useSheet } from './sheetStore.ts';

/** The plates a sheet is drawn on: those chosen, or the one at hand; and all there are to choose from. */
export function useSheetPlates() {
  const { profiles } = useOpenProject();
  const plates = usePlates();
  const current = useCurrentPlate()?.plate.id;
  const chosen = useSheet((s) => s.plateIds);
  return useMemo(() => {
    const usable = plates.filter((p) => p.kind === 'plate' && profiles.some((q) => q.id === p.profileId));
    const there = chosen.filter((id) => usable.some((p) => p.id === id));
    const ids = there.length > 0 ? there : usable.filter((p) => p.id === current).map((p) => p.id);
    const shown = ids.map((id): PlateOrder => {
      const plate = usable.find((p) => p.id === id)!;
      const profile = profiles.find((q) => q.id === plate.profileId)!;
      return { ...plateOrder(plate, profile), url: trialUrl(plate) };
    });
    return { usable, shown };
  }, [plates, profiles, chosen, current]);
}
