import type { z } from 'zod';
import type { Plate } from '@velvet-dusk/core/api/contract';
import { checkDocument } from '@velvet-dusk/core/document';
import { acceptedMissesSchema } from '@velvet-dusk/core/look/acceptedMisses';
import { plateStrengthsSchema } from '@velvet-dusk/core/look/onPlate';
import { shotSchema } from '@velvet-dusk/core/look/shot';
import { shotNotesSchema } from '@velvet-dusk/core/notes/note';
import { storedFrameFacts } from '@velvet-dusk/core/plate/facts';
import { marksSchema } from '@velvet-dusk/core/plate/marks';
import { shotRecordSchema } from '@velvet-dusk/core/recording/shotRecord';
import { plateTextureSchema } from '@velvet-dusk/core/texture/onPlate';
import type { plates } from '../db/schema.ts';
import { whole } from './unreadable.ts';

export type PlateRow = typeof plates.$inferSelect;

const read = <S extends z.ZodType>(what: string, schema: S, value: unknown): z.output<S> =>
  checkDocument(schema, whole(value), what);

/** A plate as its row has it. Throws where a document of the row is not as it must be. */
export function toPlate(row: PlateRow): Plate {
  const { id, name, kind, profileId, width, height, depth, format, sourceName, note, scene, revision } = row;
  const facts = row.facts ? storedFrameFacts.read(whole(row.facts), 'facts') : null;
  return {
    id,
    name,
    kind,
    profileId,
    width,
    height,
    depth,
    format,
    sourceName,
    note,
    scene,
    revision,
    facts,
    shot: read('shot', shotSchema, row.shot),
    marks: read('marks', marksSchema, row.marks),
    texture: read('texture', plateTextureSchema, row.texture),
    strengths: read('strengths', plateStrengthsSchema, row.strengths),
    acceptedMisses: read('acceptedMisses', acceptedMissesSchema, row.acceptedMisses),
    record: read('record', shotRecordSchema, row.record),
    shotNotes: read('shotNotes', shotNotesSchema, row.shotNotes),
  };
}
