import { z } from 'zod';
import { mixShape } from '../colour/greyMix.ts';
import { checkDocument, migrate, type Migrations } from '../document.ts';
import { curveSchema } from './characteristic.ts';

export const stockSchemaVersion = 1;

const head = {
  schemaVersion: z.literal(stockSchemaVersion),
  id: z.string().regex(/^[a-z0-9-]{1,40}$/, 'small letters, digits and hyphens, at most 40'),
  name: z.string().min(1).max(60),
  /** How it behaves, for the designer. */
  about: z.string().max(1200),
};
/** Red-, green- and blue-sensitive layers. */
const layers = z.strictObject({ red: curveSchema, green: curveSchema, blue: curveSchema });

const share = z.number().min(-0.2).max(1.2);
const row = z
  .tuple([share, share, share])
  .refine((r) => Math.abs(r[0] + r[1] + r[2] - 1) < 1e-6, 'the shares of a layer must add up to 1');

export const negativeSchema = z.strictObject({
  kind: z.literal('velvet-dusk/negative'),
  ...head,
  /** What each layer sees of working R, G and B; rows add up to 1, so that a grey exposes all alike. */
  sensitivity: z.strictObject({ red: row, green: row, blue: row }),
  layers,
  /** How far a dense layer holds its neighbours back: shares of their density above Dmin. */
  interLayer: z.strictObject(mixShape(0, 0.3)),
  /** What a stop of push does: gamma as a share, speed in stops, fog in density. */
  push: z.strictObject({
    gamma: z.number().min(0).max(0.4),
    speed: z.number().min(0).max(1),
    fog: z.number().min(0).max(0.2),
  }),
});
export type NegativeStock = z.output<typeof negativeSchema>;

export const printSchema = z.strictObject({
  kind: z.literal('velvet-dusk/print'),
  ...head,
  /** Density at which the timer prints an 18 % grey. */
  aim: z.number().min(0.4).max(1.6),
  layers,
  /** What each dye absorbs of its neighbours' light. */
  dyes: z.strictObject(mixShape(0, 0.3)),
});
export type PrintStock = z.output<typeof printSchema>;

export const layerNames = ['red', 'green', 'blue'] as const;
export type LayerName = (typeof layerNames)[number];

const migrations: Migrations = {};

function parser<S extends z.ZodType>(schema: S, kind: string) {
  return (value: unknown, file: string): z.output<S> =>
    checkDocument(schema, migrate(value, { kind, version: stockSchemaVersion, migrations, file }), file);
}

/** Checks a parsed stock document. @param file the name used in errors. Throws a DocumentError naming each wrong field. */
export const parseNegative = parser(negativeSchema, 'velvet-dusk/negative');
export const parsePrint = parser(printSchema, 'velvet-dusk/print');
