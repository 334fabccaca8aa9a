import { type TextureId, textureKind } from '@velvet-dusk/core/texture/index';
import { editTexture } from '../../../state/document.ts';
import { schemaNumbers } from '../stepNumbers.ts';

/** Sets a number of a kind of texture, held to its limits; one that was off is switched on by being moved. */
export function setTextureNumber(id: TextureId, key: string, value: number): void {
  const { min, max } = schemaNumbers(textureKind(id).schema).get(key)!;
  editTexture(id, { on: true, [key]: Number(Math.min(Math.max(value, min), max).toFixed(4)) });
}
