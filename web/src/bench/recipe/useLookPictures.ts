import { useEffect, useState } from 'react';
import type { LookRecord } from '@velvet-dusk/core/api/contract';
import { noTexture } from '@velvet-dusk/core/texture/index';
import { shownOn } from '@velvet-dusk/core/look/shown';
import { onScreen } from '@velvet-dusk/core/render/encoding';
import { trialUrl } from '../../api/frameUrls.ts';
import type { LiveThumb } from '../../state/measured.ts';
import { analysisEngine } from '../../workers/index.ts';
import { plateOrder, useCurrentPlate, useOpenProject } from '../useBench.ts';

/** The plate at hand through each look, one after the other, by look; what is not drawn yet is not there. */
export function useLookPictures(looks: readonly Pick<LookRecord, 'id' | 'document'>[]) {
  const { practice, viewing } = useOpenProject();
  const current = useCurrentPlate();
  const [pictures, setPictures] = useState<Record<string, LiveThumb>>({});
  const [trouble, setTrouble] = useState('');
  const plate = current?.plate;
  const profile = current?.profile;
  useEffect(() => {
    if (!plate || !profile) return;
    let isOver = false;
    const draw = async () => {
      const order = { ...plateOrder(plate, profile), url: trialUrl(plate) };
      for (const { id, document } of looks) {
        if (isOver) return;
        const look = { ...shownOn(document, onScreen(viewing)), texture: noTexture };
        const [{ rgba, width, height, verdict }] = await analysisEngine.thumbnails(look, [order], practice);
        const bitmap = await createImageBitmap(new ImageData(rgba, width, height));
        if (!isOver) setPictures((known) => ({ ...known, [id]: { bitmap, verdict } }));
      }
    };
    draw().catch((error: Error) => setTrouble(error.message));
    return () => {
      isOver = true;
    };
  }, [looks, plate, profile, practice, viewing]);
  return { pictures, trouble };
}
