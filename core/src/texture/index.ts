import { z } from 'zod';
import { bloom } from './kinds/bloom.ts';
import { diffusion } from './kinds/diffusion.ts';
import { grain } from './kinds/grain.ts';
import { halation } from './kinds/halation.ts';
import type { TextureKind } from './kinds/kind.ts';
import { sharpening } from './kinds/sharpening.ts';
import { vignette } from './kinds/vignette.ts';

/** In the order light meets them: the lens, the film, the finish. To add one: a file in `kinds`, and its lines here and in the schema. */
const kinds = { diffusion, bloom, vignette, halation, sharpening, grain } as const;

export type TextureId = keyof typeof kinds;
export const textureIds = Object.keys(kinds) as TextureId[];
/** A kind of texture, its parameters taken as plain numbers and words. */
export const textureKind = (id: TextureId) => kinds[id] as unknown as TextureKind;

const on = z.boolean().default(false);

/** The texture lane of a look: every kind once, each with its switch. It does not travel in a LUT. */
export const textureSchema = z.strictObject({
  diffusion: diffusion.schema.extend({ on }).prefault({}),
  bloom: bloom.schema.extend({ on }).prefault({}),
  vignette: vignette.schema.extend({ on }).prefault({}),
  halation: halation.schema.extend({ on }).prefault({}),
  sharpening: sharpening.schema.extend({ on }).prefault({}),
  grain: grain.schema.extend({ on }).prefault({}),
});
export type Texture = z.output<typeof textureSchema>;

export const noTexture: Texture = textureSchema.parse({});

/** The kinds that do something, in the order they work. */
export const activeTextures = (texture: Texture): TextureId[] =>
  textureIds.filter((id) => texture[id].on && !textureKind(id).isNeutral(texture[id]));

/** What a finishing artist is told of a look's texture: a name and its lines for every kind at work. */
export const textureNotes = (texture: Texture): { label: string; lines: string[] }[] =>
  activeTextures(texture).map((id) => ({
    label: textureKind(id).label,
    lines: textureKind(id).notes(texture[id]),
  }));
