import { useEffect, useState } from 'react';
import type { LookRecord, Plate } from '@velvet-dusk/core/api/contract';
import { shownOn } from '@velvet-dusk/core/look/shown';
import { onScreen } from '@velvet-dusk/core/render/encoding';
import type { LiveThumb } from '../workers/paintThumb.ts';
import { paintJudged } from '../workers/paintThumb.ts';
import { setMeasured } from '../state/measured.ts';
import { useOpenProject } from '../api/openProject.ts';
import { plateOrder } from './useBench.ts';

interface Wanted {
  looks: readonly Pick<LookRecord, 'id' | 'document'>[];
  plate: Plate | undefined;
}

/** A plate through each of some looks, one after the other, by look; what is not painted yet is not there. */
export function useLookPictures({ looks, plate }: Wanted) {
  const { profiles, practice, viewing } = useOpenProject();
  const [pictures, setPictures] = useState<Record<string, LiveThumb>>({});
  const profile = profiles.find((p) => p.id === plate?.profileId);
  useEffect(() => {
    let isOver = false;
    const paint = async () => {
      if (!plate || !profile) return;
      const order = plateOrder(plate, profile);
      for (const { id, document } of looks) {
        if (isOver) return;
        const picture = await paintJudged({ ...shownOn(document, onScreen(viewing)), id }, order, practice);
        if (!isOver) setPictures((known) => ({ ...known, [id]: picture }));
      }
    };
    paint().catch((error: Error) =>
      setMeasured({ trouble: `A look could not be painted: ${error.message}` }),
    );
    return () => {
      isOver = true;
    };
  }, [looks, plate, profile, practice, viewing]);
  return { pictures };
}
