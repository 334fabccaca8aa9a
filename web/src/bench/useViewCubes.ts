import { useEffect, useRef, useState } from 'react';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import type { RoleId } from '@velvet-dusk/core/cube/roles';
import type { Look } from '@velvet-dusk/core/look/document';
import { canonicalJson } from '@velvet-dusk/core/look/hash';
import type { ViewCube } from '../gl/drawing.ts';
import { setMeasured } from '../state/measured.ts';
import { engine } from '../workers/index.ts';
import { latestOnly } from '../workers/latest.ts';

/** The everyday grid: the viewer draws with the cube an export of this size would hold. */
export const viewGrid = 33;

type Held = { key: string; cube: NonNullable<ViewCube> };
interface Order {
  look: Look;
  profile: Profile;
  role: RoleId;
  key: string;
}

/** A cube baked in the engine worker whenever its recipe changes; the last one stays until the next is there. */
function useCube(look: Look, profile: Profile | undefined, role: RoleId): Held | null {
  const [held, setHeld] = useState<Held | null>(null);
  const recipe = role === 'conversion' ? [look.rendering] : [look.rendering, look.steps, look.strength];
  const key = profile ? canonicalJson([role, profile.id, recipe]) : '';
  const run = useRef<((order: Order) => void) | null>(null);
  run.current ??= latestOnly(async (order: Order) => {
    try {
      const { data, notes } = await engine.bake({ ...order, grid: viewGrid });
      setHeld({ key: order.key, cube: { size: viewGrid, data } });
      if (order.role === 'combined') setMeasured({ notes });
    } catch (error) {
      setMeasured({ trouble: `The picture could not be made: ${(error as Error).message}` });
    }
  });
  useEffect(() => {
    if (profile) run.current!({ look, profile, role, key });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the key stands for look and profile
  }, [key]);
  return held;
}

export function useViewCubes(look: Look, profile: Profile | undefined) {
  return { look: useCube(look, profile, 'combined'), normalised: useCube(look, profile, 'conversion') };
}
