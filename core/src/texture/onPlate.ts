import { z } from 'zod';
import { percent } from '../numeric/percent.ts';
import { type Texture, type TextureId, textureIds, textureKind } from './index.ts';

/** The most a kind of texture can be raised to on one plate, against the look's own. */
export const maxOnPlate = 2;

const share = z.number().min(0).max(maxOnPlate);
/** What a plate makes of a look's texture: a factor for each kind that differs, 0 for off. It stays with the plate. */
export const plateTextureSchema = z.partialRecord(z.enum(textureIds as [TextureId, ...TextureId[]]), share);
export type PlateTexture = z.output<typeof plateTextureSchema>;

/** The factor of a kind on a plate; 1 where it is as the look says. */
export const factorOnPlate = (plate: PlateTexture, id: TextureId): number => plate[id] ?? 1;

/** A plate's factors with one of them changed; what is as the look says is left out. */
export function withFactor(plate: PlateTexture, id: TextureId, factor: number): PlateTexture {
  const { [id]: _, ...rest } = plate;
  return factor === 1 ? rest : { ...rest, [id]: factor };
}

/** A kind's parameters at a factor of what it does, held to its limits. */
function scaled(params: Texture[TextureId], id: TextureId, factor: number): Texture[TextureId] {
  const { schema, strength } = textureKind(id);
  const held = params as unknown as Record<string, number>;
  const { minValue, maxValue } = (schema.shape[strength] as z.ZodDefault<z.ZodNumber>).unwrap();
  const value = Math.min(Math.max(held[strength] * factor, minValue ?? -Infinity), maxValue ?? Infinity);
  return { ...params, [strength]: value } as Texture[TextureId];
}

/** A look's texture as it is on a plate: kinds off or scaled as the plate says. */
export function textureOnPlate(texture: Texture, plate: PlateTexture): Texture {
  const entries = textureIds.map((id) => {
    const factor = factorOnPlate(plate, id);
    const params = texture[id];
    if (factor === 1 || !params.on) return [id, params];
    return [id, factor === 0 ? { ...params, on: false } : scaled(params, id, factor)];
  });
  return Object.fromEntries(entries) as Texture;
}

/** What a finishing artist is told of plates that differ, a line a plate; only of kinds that are at work in the look. */
export function plateTextureNotes(
  texture: Texture,
  plates: readonly { name: string; texture: PlateTexture }[],
): string[] {
  return plates.flatMap(({ name, texture: own }) => {
    const said = textureIds
      .filter((id) => texture[id].on && factorOnPlate(own, id) !== 1)
      .map((id) => {
        const factor = factorOnPlate(own, id);
        const { label } = textureKind(id);
        return `${label.toLowerCase()} ${factor === 0 ? 'off' : `at ${percent(factor)}`}`;
      });
    return said.length > 0 ? [`${name}: ${said.join(', ')}`] : [];
  });
}
