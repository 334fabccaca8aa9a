import { z } from 'zod';
import { parsePack } from '../../pack/document.ts';
import { unreadableSchema } from '../contract.ts';
import { jobSchema } from '../jobs.ts';
import { packOrderSchema, packRecordSchema, releaseListSchema } from '../packs.ts';
import { documentBody, json } from './body.ts';
import { endpoint } from './endpoint.ts';

const pack = documentBody(parsePack, 'pack document');

export const listPacks = endpoint({
  method: 'GET',
  path: '/projects/:id/packs',
  says: 'Packs of a project',
  answer: z.object({ items: z.array(packRecordSchema), unreadable: z.array(unreadableSchema) }),
});
export const makePack = endpoint({
  method: 'POST',
  path: '/projects/:id/packs',
  says: 'Adds a pack to a project',
  body: pack,
  answer: packRecordSchema,
  status: 201,
});
export const savePack = endpoint({
  method: 'PUT',
  path: '/packs/:id',
  says: 'Saves a pack',
  body: pack,
  onRevision: true,
  answer: packRecordSchema,
});
export const deletePack = endpoint({
  method: 'PATCH',
  path: '/packs/:id',
  says: 'Deletes or restores a pack',
  body: json(z.strictObject({ deleted: z.boolean() })),
  answer: z.object({}),
});
export const listReleases = endpoint({
  method: 'GET',
  path: '/packs/:id/releases',
  says: 'Releases of a pack, the latest first',
  answer: releaseListSchema,
});
export const orderPack = endpoint({
  method: 'POST',
  path: '/packs/:id/exports',
  says: 'Exports a pack, as a release where one is asked for',
  body: json(packOrderSchema),
  answer: jobSchema,
  status: 202,
});
