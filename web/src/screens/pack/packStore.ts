import { z } from 'zod';
import { packRecordSchema } from '@velvet-dusk/core/api/packs';
import { type Pack, parsePack } from '@velvet-dusk/core/pack/document';
import { savePack } from '@velvet-dusk/core/api/endpoints/packs';
import { call } from '../../api/client.ts';
import { knownPacks, writePack } from '../../api/packs.ts';
import { draftDocuments } from '../../api/saving/draftDocuments.ts';

/** Packs as they are edited. */
export const packs = draftDocuments<Pack>({
  kind: 'pack',
  kept: z.unknown().transform((kept) => parsePack(kept, 'kept pack')),
  nameOf: (pack) => pack.name,
  check: (pack) => void parsePack(pack, 'pack'),
  async send(id, pack, revision) {
    const record = await call(savePack, { id }, { body: pack, revision });
    writePack(record);
    return record.revision;
  },
  current(body) {
    const record = packRecordSchema.safeParse(body).data;
    if (record) writePack(record);
    return record && { revision: record.revision, content: record.document };
  },
  known: (projectId) =>
    knownPacks(projectId).map(({ id, revision, document }) => ({
      id,
      saved: { revision, content: document },
    })),
});

export const editPack = packs.edit;
