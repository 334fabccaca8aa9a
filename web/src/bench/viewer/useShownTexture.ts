import { useMemo } from 'react';
import type { Plate } from '@velvet-dusk/core/api/contract';
import type { Look } from '@velvet-dusk/core/look/document';
import { activeTextures, noTexture, type Texture } from '@velvet-dusk/core/texture/index';
import { textureOnPlate } from '@velvet-dusk/core/texture/onPlate';
import { useView } from '../../state/view.ts';
import { useShowsPart } from '../useBench.ts';

/**
 * The texture that is seen on the look, as this plate takes it: null where none is at work, where it is hidden, and where a part of the recipe is shown
 * or an overlay reads the look. What is off is at rest in it, so that it does not change with settings that do nothing.
 */
export function useShownTexture(
  { texture: ofLook }: Pick<Look, 'texture'>,
  plate: Pick<Plate, 'texture'>,
): Texture | null {
  const { textureHidden, overlay } = useView();
  const partly = useShowsPart();
  const hidden = textureHidden || partly || (overlay !== 'none' && overlay !== 'texture');
  return useMemo(() => {
    const texture = textureOnPlate(ofLook, plate.texture);
    const active = activeTextures(texture);
    if (hidden || active.length === 0) return null;
    return { ...noTexture, ...Object.fromEntries(active.map((id) => [id, texture[id]])) };
  }, [ofLook, plate.texture, hidden]);
}
