import type { Plate } from '@velvet-dusk/core/api/contract';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import { doubt, suspectProfiles, type Suspicion } from '@velvet-dusk/core/plate/suspicion';

const ranked = new WeakMap<object, { profiles: readonly Profile[]; list: Suspicion[] }>();

/** Profiles by how well they suit a plate, the likeliest first; kept while frame and profiles are the same. */
export function suspicionsOf(plate: Plate, profiles: readonly Profile[]): Suspicion[] {
  if (!plate.facts) return [];
  const known = ranked.get(plate.facts);
  if (known?.profiles === profiles) return known.list;
  const list = suspectProfiles(plate.facts, profiles);
  ranked.set(plate.facts, { profiles, list });
  return list;
}

/** The likelier profile where the one a plate was given is doubted. */
export const doubtOf = (plate: Plate, profiles: readonly Profile[]): Suspicion | undefined =>
  doubt(plate.profileId, suspicionsOf(plate, profiles));
