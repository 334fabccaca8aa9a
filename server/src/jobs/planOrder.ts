import type { Profile } from '@velvet-dusk/core/camera/profile';
import type { NamedLook } from '@velvet-dusk/core/look/namedLook';
import type { Pack } from '@velvet-dusk/core/pack/document';
import { planPack } from '@velvet-dusk/core/pack/plan';

export interface PlanTask {
  pack: Pack;
  looks: NamedLook[];
  profiles: Profile[];
}

/** What an order for a pack needs to know of its plan. */
export interface PlanFacts {
  /** Why nothing can be planned of the first item of which that is so. */
  refused: string | null;
  files: number;
  /** Cameras that files lead from or to. */
  profileIds: string[];
}

export function planOrder({ pack, ...sources }: PlanTask): PlanFacts {
  const { files, refused } = planPack(pack, sources);
  const named = files.flatMap(({ items }) => items.flatMap((i) => [i.profileId, i.item.to ?? '']));
  return {
    refused: refused[0]?.says ?? null,
    files: files.length,
    profileIds: [...new Set(named)].filter((id) => id !== ''),
  };
}
