import { z } from 'zod';
import { atDepth, parseProfile, type Profile } from '../camera/profile.ts';
import { checkDocument, migrate } from '../document.ts';
import { parsePng, writePng } from '../formats/png.ts';
import { parseLook } from '../look/document.ts';
import { acceptedMissesSchema } from '../look/acceptedMisses.ts';
import { plateStrengthsSchema } from '../look/onPlate.ts';
import { shotSchema } from '../look/shot.ts';
import type { NamedLook } from '../look/namedLook.ts';
import { readLuts } from '../formats/lutTexts.ts';
import { base64, fromBase64 } from '../numeric/base64.ts';
import { practiceSchema } from '../readings/practice.ts';
import type { MarkedAreas } from '../recording/areas.ts';
import { displaySchema } from '../render/display.ts';
import { refuseBoard } from './board.ts';
import type { AxisSources } from './axes/axis.ts';
import { parseTrial } from './document.ts';
import { gateSchema } from './gate.ts';
import { shelfOf, type TrialInput } from './input.ts';
import { targetSources } from './targets/plates.ts';

const specKind = 'velvet-dusk/trial-spec';
const specVersion = 1;

const share = z.number().min(0).max(1);
const area = z.strictObject({ x0: share, y0: share, x1: share, y1: share });
const areas = z.array(area).default([]);

const plateSchema = z.strictObject({
  id: z.string(),
  name: z.string().max(120),
  profileId: z.string(),
  bits: z.int().min(8).max(16),
  shot: shotSchema,
  strengths: plateStrengthsSchema.optional(),
  acceptedMisses: acceptedMissesSchema.optional(),
  marks: z
    .strictObject({
      skin: areas,
      subject: areas,
      background: areas,
      neutrals: z.array(z.strictObject({ name: z.string().max(40), area })).optional(),
    })
    .prefault({}),
  /** A PNG of 16 bits, base64. */
  png: z.string().max(8_000_000),
});

const specSchema = z.strictObject({
  kind: z.literal(specKind),
  schemaVersion: z.literal(specVersion),
  project: z.string().max(200).default(''),
  trial: z.unknown(),
  looks: z
    .array(
      z.strictObject({
        id: z.string(),
        version: z.int().min(1).nullable().default(null),
        document: z.unknown(),
      }),
    )
    .min(1),
  profiles: z.array(z.unknown()).min(1),
  luts: z.array(z.strictObject({ sha256: z.string(), name: z.string(), text: z.string() })).default([]),
  plates: z.array(plateSchema).max(200).default([]),
  display: displaySchema.prefault({}),
  practice: practiceSchema.prefault({}),
  gate: gateSchema.nullable().default(null),
  /** Whether the range over which each look holds is searched for, too. */
  endurance: z.boolean().default(true),
});

/** What a board of an input may name. */
export const inputSources = ({ plates, looks, profiles }: TrialInput): AxisSources => ({
  plates: [...plates, ...targetSources],
  looks: looks.map(({ id, version, document }) => ({
    id,
    name: document.name,
    versions: version === undefined ? [] : [version],
  })),
  profiles,
  stocks: shelfOf(looks.map((l) => l.document)),
});

/** Throws a RangeError that says what a board names and is not there. */
export function refuseInput(input: TrialInput): void {
  const sources = inputSources(input);
  const gone = (input.gate?.plateIds ?? []).filter((id) => !sources.plates.some((p) => p.id === id));
  const missing = [
    ...refuseBoard(input.trial, sources),
    ...gone.map((id) => `the gate asks for plate "${id}", which is not there`),
  ];
  if (missing.length > 0) throw new RangeError(`the board cannot be run: ${missing.slice(0, 8).join('; ')}`);
}

/** Checks a parsed spec and every document and picture in it. Throws a DocumentError, a FormatError or a RangeError. */
export function parseTrialSpec(value: unknown, file: string): TrialInput {
  const document = migrate(value, { kind: specKind, version: specVersion, migrations: {}, file });
  const { kind: _, schemaVersion: __, ...spec } = checkDocument(specSchema, document, file);
  const profiles = spec.profiles.map((p, i) => parseProfile(p, `${file}: profile ${i + 1}`));
  const profileOf = (id: string, plate: string): Profile => {
    const found = profiles.find((p) => p.id === id);
    if (!found) throw new RangeError(`${file}: plate ${plate}: no camera profile "${id}"`);
    return found;
  };
  const input: TrialInput = {
    ...spec,
    trial: parseTrial(spec.trial, `${file}: trial`),
    looks: spec.looks.map(({ id, version, document: look }): NamedLook => ({
      id,
      version: version ?? undefined,
      document: parseLook(look, `${file}: look ${id}`),
    })),
    profiles,
    plates: spec.plates.map(({ png, profileId, marks, ...plate }) => {
      const { width, height, rgb } = parsePng(fromBase64(png), `${file}: plate ${plate.name}`);
      const profile = atDepth(profileOf(profileId, plate.name), plate.bits);
      return { ...plate, scene: '', profile, width, height, code: rgb, marks: marks as MarkedAreas };
    }),
  };
  // Said now, and not by the thread that meets it first.
  readLuts(spec.luts);
  refuseInput(input);
  return input;
}

/** An input as a document that stands by itself. */
export function writeTrialSpec({ looks, plates, ...rest }: TrialInput) {
  return {
    kind: specKind,
    schemaVersion: specVersion,
    ...rest,
    looks: looks.map(({ id, version, document }) => ({ id, version: version ?? null, document })),
    plates: plates.map(({ code, width, height, profile, scene: _, ...plate }) => ({
      ...plate,
      profileId: profile.id,
      png: base64(writePng({ width, height, rgb: code })),
    })),
  };
}
