import type { Plate } from '@velvet-dusk/core/api/contract';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import { betterProfile, rankProfiles, type RankedProfile } from '@velvet-dusk/core/plate/rankProfiles';

const ranked = new WeakMap<object, { profiles: readonly Profile[]; list: RankedProfile[] }>();

/** Profiles by how well they suit a plate, the likeliest first; kept while frame and profiles are the same. */
export function rankedProfilesOf(plate: Plate, profiles: readonly Profile[]): RankedProfile[] {
  if (!plate.facts) return [];
  const known = ranked.get(plate.facts);
  if (known?.profiles === profiles) return known.list;
  const list = rankProfiles(plate.facts, profiles);
  ranked.set(plate.facts, { profiles, list });
  return list;
}

/** The likelier profile where the one a plate was given is doubted. */
export const betterProfileOf = (plate: Plate, profiles: readonly Profile[]): RankedProfile | undefined =>
  betterProfile(plate.profileId, rankedProfilesOf(plate, profiles));
