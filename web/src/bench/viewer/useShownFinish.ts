import { useMemo } from 'react';
import type { Plate } from '@velvet-dusk/core/api/contract';
import type { Look } from '@velvet-dusk/core/look/document';
import { lightingNotes } from '@velvet-dusk/core/notes/note';
import type { Finish } from '@velvet-dusk/core/recording/finishedCode';
import { activeTextures, noTexture } from '@velvet-dusk/core/texture/index';
import { textureOnPlate } from '@velvet-dusk/core/texture/onPlate';
import { useView } from '../../state/view.ts';
import { useShowsPart } from '../useBench.ts';

/**
 * What is seen on the look beside its cube: the texture as this plate takes it, and what notes of the plate light. Null
 * where neither does anything, where both are hidden, and where a part of the recipe is shown or an overlay reads the
 * look. What is off is at rest in it, so that it does not change with settings that do nothing.
 */
export function useShownFinish(
  { texture: ofLook }: Pick<Look, 'texture'>,
  plate: Pick<Plate, 'texture' | 'shotNotes'>,
): Finish | null {
  const { textureHidden, overlay } = useView();
  const partly = useShowsPart();
  const hidden = textureHidden || partly || (overlay !== 'none' && overlay !== 'texture');
  return useMemo(() => {
    const texture = textureOnPlate(ofLook, plate.texture);
    const active = activeTextures(texture);
    // Words of a note change no picture.
    const notes = lightingNotes(plate.shotNotes).map((note) => ({ ...note, text: '' }));
    if (hidden || active.length + notes.length === 0) return null;
    return { notes, texture: { ...noTexture, ...Object.fromEntries(active.map((id) => [id, texture[id]])) } };
  }, [ofLook, plate.texture, plate.shotNotes, hidden]);
}

/** What a picture is said to be shown with. */
export function finishWords(finish: Finish | null): string {
  if (!finish) return '';
  const parts = [
    ...(finish.notes.length > 0 ? ['windows'] : []),
    ...(activeTextures(finish.texture).length > 0 ? ['texture'] : []),
  ];
  return `, with ${parts.join(' and ')}`;
}
