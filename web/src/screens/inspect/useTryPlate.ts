import { trialUrl } from '../../api/urls.ts';
import { useOpenProject } from '../../api/openProject.ts';
import { plateOrder, usePlates } from '../../bench/useBench.ts';
import type { PlateOrder } from '../../workers/develop.ts';
import { useInspectView } from '../../state/inspectView.ts';

/** The plate LUTs are tried on, and those there are. Null where the project has none. */
export function useTryPlate(): { plates: { id: string; name: string }[]; plate: PlateOrder | null } {
  const { profiles } = useOpenProject();
  const plates = usePlates();
  const plateId = useInspectView((s) => s.plateId);
  const usable = plates.filter((p) => profiles.some((q) => q.id === p.profileId));
  const found = usable.find((p) => p.id === plateId) ?? usable[0];
  const profile = profiles.find((q) => q.id === found?.profileId);
  return {
    plates: usable,
    plate: found && profile ? { ...plateOrder(found, profile), url: trialUrl(found) } : null,
  };
}
