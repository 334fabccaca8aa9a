import { useEffect, useRef } from 'react';
import { create } from 'zustand';
import type { Plate } from '@velvet-dusk/core/api/contract';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import type { Rendering } from '@velvet-dusk/core/render/rendering';
import type { PracticeSettings } from '@velvet-dusk/core/readings/practice';
import { useOpenProject } from '../../api/openProject.ts';
import { plateOrder, useRendering } from '../useBench.ts';
import { useDocument } from '../../state/document.ts';
import { latestOnly } from '../../workers/latest.ts';
import { paintThumb } from '../../workers/paintThumb.ts';

interface WallThumb {
  key: string;
  bitmap: ImageBitmap;
}
export const useWallThumb = create<Record<string, WallThumb>>(() => ({}));

interface Order {
  plates: readonly Plate[];
  profiles: readonly Profile[];
  practice: PracticeSettings;
  rendering: Rendering;
}

/** Paints the thumbnails whose plate, profile or shot has changed: normalised, since a wall is for seeing what came. */
async function paint({ plates, profiles, practice, rendering }: Order): Promise<void> {
  const look = { ...useDocument.getState().look, rendering };
  for (const plate of plates) {
    const profile = profiles.find((p) => p.id === plate.profileId);
    const key = JSON.stringify([plate.kind, profile, plate.shot, rendering]);
    if (!profile || useWallThumb.getState()[plate.id]?.key === key) continue;
    // A reference is a finished picture: it is shown as it is.
    const view = plate.kind === 'reference' ? 'recorded' : 'normalised';
    const bitmap = await paintThumb(look, plateOrder(plate, profile), practice, view);
    useWallThumb.setState({ [plate.id]: { key, bitmap } });
  }
}

/** Keeps thumbnails true: of all frames, or of the references only where the look is on the others anyway. */
export function useWallThumbs(only?: Plate['kind']): void {
  const { plates, profiles, practice } = useOpenProject();
  const rendering = useRendering();
  const run = useRef<((o: Order) => void) | null>(null);
  run.current ??= latestOnly(paint);
  useEffect(() => {
    const wanted = only ? plates.filter((p) => p.kind === only) : plates;
    run.current!({ plates: wanted, profiles, practice, rendering });
  }, [plates, profiles, practice, rendering, only]);
}
