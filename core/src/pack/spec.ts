import { z } from 'zod';
import { type Profile } from '../camera/profile.ts';
import { parseProfile } from '../camera/profile.ts';
import { checkDocument, DocumentError, migrate, type Migrations } from '../document.ts';
import { parseLook } from '../look/document.ts';
import { shotSchema } from '../look/shot.ts';
import { shotNotesSchema } from '../notes/note.ts';
import { practiceSchema } from '../readings/practice.ts';
import { enduranceResultSchema } from '../trial/result.ts';
import { type Pack, parsePack } from './document.ts';
import { reasonsFromOne, reasonsSchema } from './standing.ts';
import type { NamedLook } from '../look/namedLook.ts';

const specKind = 'velvet-dusk/pack-spec';
const specVersion = 2;

const sha256 = z.string().regex(/^[0-9a-f]{64}$/, 'a SHA-256 of 64 hexadecimal digits is needed');

/** A frame a pack is proved on and shown by, small, as it was recorded. */
const plateSchema = z.strictObject({
  id: z.string(),
  name: z.string().max(120),
  profileId: z.string(),
  shot: shotSchema,
  /** Bits its codes really use: a narrow range is counted in them. */
  usedDepth: z.number().int().min(1).max(16).nullable().optional(),
  /** A PNG of 16 bits, base64. */
  png: z.string().max(8_000_000),
});
export type SpecPlate = z.output<typeof plateSchema>;

const releaseSchema = z.strictObject({
  number: z.int().min(1),
  /** As it was told when the release was made; a pack made again from its own spec is the same to the byte. */
  date: z.string().max(40),
  note: z.string().max(2000).default(''),
  recipients: z.string().max(2000).default(''),
  /** What stands under the heading "criteria", as it was known when the release was ordered. */
  criteria: z.array(z.string().max(2000)).max(1000).default([]),
  reasons: reasonsSchema.prefault({}),
});
export type PackRelease = z.output<typeof releaseSchema>;

const figuresSchema = z.strictObject({ mean: z.number(), p99: z.number(), max: z.number() });

/** Files of the release before, for the list of changes. */
const previousSchema = z.strictObject({
  number: z.int().min(1),
  files: z
    .array(
      z.strictObject({
        path: z.string(),
        sha256,
        /** What it is for; see `purposeOf`. */
        purpose: z.string().max(400).optional(),
        /** ΔE2000 from it to the file that took its place, once that was measured. */
        difference: figuresSchema.nullable().optional(),
      }),
    )
    .max(20_000),
});

/** What a run of a board found of one look. */
const triedSchema = z.strictObject({
  lookId: z.string(),
  practice: practiceSchema,
  endurance: z.array(enduranceResultSchema).max(200),
});
export type TriedLook = z.output<typeof triedSchema>;

const lines = z.array(z.string().max(500)).max(400);
/** What a look card tells of a look on the project's plates, in lines. */
const onPlatesSchema = z.strictObject({
  lookId: z.string(),
  /** Plates that take the look at another strength, and that make something else of its texture. */
  strengths: lines,
  texture: lines,
  /** Readings that are meant to miss, with the reason. */
  accepted: lines,
});
export type LookOnPlates = z.output<typeof onPlatesSchema>;

const specSchema = z.strictObject({
  kind: z.literal(specKind),
  schemaVersion: z.literal(specVersion),
  project: z.string().max(200).default(''),
  pack: z.unknown(),
  looks: z.array(
    z.strictObject({
      id: z.string(),
      version: z.int().min(1).nullable().default(null),
      document: z.unknown(),
    }),
  ),
  profiles: z.array(z.unknown()),
  luts: z.array(z.strictObject({ sha256, name: z.string(), text: z.string() })).default([]),
  plates: z.array(plateSchema).max(24).default([]),
  release: releaseSchema.nullable().default(null),
  previous: previousSchema.nullable().default(null),
  /** How far looks hold, as their latest runs measured it. */
  trials: z.array(triedSchema).default([]),
  /** Looks of which something is set on single plates; none in specs of before. */
  onPlates: z.array(onPlatesSchema).max(1000).optional(),
  /** Work on single plates that no LUT holds, in the order of the film; none in specs of before. */
  shotNotes: z
    .array(
      z.strictObject({ name: z.string(), slate: z.string(), aspect: z.number(), notes: shotNotesSchema }),
    )
    .optional(),
});

/** One document with everything in it that a pack is made of. */
export interface PackSpec extends Omit<z.output<typeof specSchema>, 'pack' | 'looks' | 'profiles'> {
  pack: Pack;
  looks: NamedLook[];
  profiles: Profile[];
}

const migrations: Migrations = {
  1: (spec) => ({ ...spec, schemaVersion: 2, release: reasonsFromOne(spec.release) }),
};

/** Items a pack may plan, of all its cells: about as many files. */
export const mostItems = 20_000;

/** Counted before anything is checked one by one: a million would take minutes to be refused. */
function refuseTooMany(document: unknown, file: string): void {
  const { pack } = document as { pack?: { cells?: unknown } };
  if (!Array.isArray(pack?.cells)) return;
  const items = (pack.cells as { items?: unknown }[]).reduce(
    (sum, cell) => sum + (Array.isArray(cell?.items) ? cell.items.length : 0),
    0,
  );
  if (items > mostItems)
    throw new DocumentError(file, [
      `pack: ${items} items are planned; ${mostItems} is the most. Divide the pack.`,
    ]);
}

/** Checks a parsed spec and every document in it, migrating older ones. Throws a DocumentError. */
export function parseSpec(value: unknown, file: string): PackSpec {
  const document = migrate(value, { kind: specKind, version: specVersion, migrations, file });
  refuseTooMany(document, file);
  const { pack, looks, profiles, ...spec } = checkDocument(specSchema, document, file);
  return {
    ...spec,
    pack: parsePack(pack, `${file}: pack`),
    looks: looks.map(({ id, version, document: look }) => ({
      id,
      version: version ?? undefined,
      document: parseLook(look, `${file}: look ${id}`),
    })),
    profiles: profiles.map((p, i) => parseProfile(p, `${file}: profile ${i + 1}`)),
  };
}

/** A spec as it is written: what no cell asks for is left out. */
export function writeSpec({ looks, profiles, ...spec }: PackSpec) {
  const { cells } = spec.pack;
  const usedLooks = new Set(cells.map((c) => c.lookId));
  const usedProfiles = new Set([
    ...cells.flatMap((c) => [c.profileId, ...c.items.flatMap((i) => i.to ?? [])]),
    ...spec.plates.map((p) => p.profileId),
  ]);
  return {
    ...spec,
    looks: looks
      .filter((l) => usedLooks.has(l.id))
      .map(({ id, version, document }) => ({ id, version: version ?? null, document })),
    profiles: profiles.filter((p) => usedProfiles.has(p.id)),
  };
}

/** The spec of a pack without anything around it. */
export const specOf = (pack: Pack, sources: { looks: NamedLook[]; profiles: Profile[] }): PackSpec => ({
  kind: specKind,
  schemaVersion: specVersion,
  project: '',
  pack,
  ...sources,
  luts: [],
  plates: [],
  release: null,
  previous: null,
  trials: [],
});
