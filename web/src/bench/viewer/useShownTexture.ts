import { useMemo } from 'react';
import type { Look } from '@velvet-dusk/core/look/document';
import { activeTextures, noTexture, type Texture } from '@velvet-dusk/core/texture/index';
import { useView } from '../../state/view.ts';

/**
 * The texture that is seen on the look: null where none is at work, where it is hidden, and where a step is heard alone
 * or an overlay reads the look. What is off is at rest in it, so that it does not change with settings that do nothing.
 */
export function useShownTexture({ texture }: Look): Texture | null {
  const { textureHidden, soloId, overlay } = useView();
  const hidden = textureHidden || soloId !== '' || (overlay !== 'none' && overlay !== 'texture');
  return useMemo(() => {
    const active = activeTextures(texture);
    if (hidden || active.length === 0) return null;
    return { ...noTexture, ...Object.fromEntries(active.map((id) => [id, texture[id]])) };
  }, [texture, hidden]);
}
