import { useEffect, useState } from 'react';
import { onScreen } from '@velvet-dusk/core/render/encoding';
import { plateOrder, useOpenProject } from '../../bench/useBench.ts';
import { analysisEngine } from '../../workers/index.ts';

/** The first plate of the project under each of its looks, one after the other as they are made. */
export function useLookPictures(): Record<string, ImageBitmap> {
  const { plates, profiles, looks, viewing, practice } = useOpenProject();
  const [pictures, setPictures] = useState<Record<string, ImageBitmap>>({});
  const plate = plates.find((p) => p.kind === 'plate');
  const profile = profiles.find((p) => p.id === plate?.profileId);
  useEffect(() => {
    let gone = false;
    const paint = async () => {
      if (!plate || !profile) return;
      for (const { id, document } of looks) {
        const look = { ...document, rendering: { ...document.rendering, ...onScreen(viewing) } };
        const [picture] = await analysisEngine.thumbnails(look, [plateOrder(plate, profile)], practice);
        if (gone) return;
        const { rgba, width, height } = picture;
        const bitmap = await createImageBitmap(new ImageData(rgba, width, height));
        setPictures((p) => ({ ...p, [id]: bitmap }));
      }
    };
    // A cell without a picture is a cell all the same.
    paint().catch(() => {});
    return () => {
      gone = true;
    };
  }, [plate, profile, looks, viewing, practice]);
  return pictures;
}
