import { z } from 'zod';
import { checkDocument, migrate, type Migrations } from '../document.ts';
import { toneRenderingSchema, type ToneRendering } from '../render/rendering.ts';
import { acceptedMissesSchema } from './acceptedMisses.ts';
import { textureSchema } from '../texture/index.ts';
import { namedBlackWhitePoint, namedPrimaries, oneSignForDensity, withoutDestination } from './migrations.ts';
import { startingSteps, stepDefinition, stepDefinitions } from './steps/index.ts';

export const lookSchemaVersion = 5;

const stepTypes = stepDefinitions.map((d) => d.id) as [string, ...string[]];

const stepSchema = z
  .strictObject({
    id: z.string().min(1),
    type: z.enum(stepTypes),
    on: z.boolean().default(true),
    strength: z.number().min(0).max(1).default(1),
    /** What its maker calls it, and why it is there. */
    name: z.string().min(1).max(40).optional(),
    note: z.string().min(1).max(500).optional(),
    params: z.unknown(),
  })
  .transform((step, ctx) => {
    const parsed = stepDefinition(step.type).schema.safeParse(step.params ?? {});
    if (parsed.success) return { ...step, params: parsed.data as Record<string, unknown> };
    for (const issue of parsed.error.issues)
      ctx.addIssue({ code: 'custom', path: ['params', ...issue.path], message: issue.message });
    return z.NEVER;
  });

export const lookSchema = z.strictObject({
  kind: z.literal('velvet-dusk/look'),
  schemaVersion: z.literal(lookSchemaVersion),
  name: z.string().min(1).max(80),
  notes: z.string().max(4000).default(''),
  /** The whole look against none. */
  strength: z.number().min(0).max(1).default(1),
  /** Takes the luminance change of the steps out again: colour only, exposure and contrast untouched. */
  colourOnly: z.boolean().default(false),
  steps: z
    .array(stepSchema)
    .max(64)
    .refine((steps) => new Set(steps.map((s) => s.id)).size === steps.length, 'two steps share an id'),
  rendering: toneRenderingSchema.prefault({}),
  /** Grain and its like: seen on the picture, told to the finishing artist, never in a LUT. */
  texture: textureSchema.prefault({}),
  /** Readings that the look is meant to miss; none in looks of before. */
  acceptedMisses: acceptedMissesSchema.optional(),
});

/** A look: the ordered steps that travel in a LUT, and how they are rendered, on whatever display. */
export type Look = Omit<z.output<typeof lookSchema>, 'rendering'> & { rendering: ToneRendering };
export type LookStep = Look['steps'][number];

/** What a step is called: by its maker, or by what it does. */
export const stepName = ({ name, type }: Pick<LookStep, 'name' | 'type'>): string =>
  name ?? stepDefinition(type).label;

/** Migrations by the version they start from; each returns the document one version on. */
const migrations: Migrations = {
  1: oneSignForDensity,
  2: withoutDestination,
  3: namedBlackWhitePoint,
  4: namedPrimaries,
};

/**
 * Checks a parsed look document, migrating older versions first. @param file the name used in errors.
 * Throws a DocumentError for another kind of document, an unknown version or a wrong field.
 */
export function parseLook(value: unknown, file: string): Look {
  const document = migrate(value, { kind: 'velvet-dusk/look', version: lookSchemaVersion, migrations, file });
  return checkDocument(lookSchema, document, file);
}

/** A look with the usual steps, all at rest. */
export function newLook(name: string): Look {
  return lookSchema.parse({
    kind: 'velvet-dusk/look',
    schemaVersion: lookSchemaVersion,
    name,
    steps: startingSteps.map((type) => ({ id: type, type, params: {} })),
  });
}
