import { z } from 'zod';
import { parseLook } from '../../look/document.ts';
import {
  exportOrderSchema,
  lookRecordSchema,
  lookVersionsSchema,
  newVersionSchema,
  versionedLookSchema,
} from '../contract.ts';
import { jobSchema } from '../jobs.ts';
import { documentBody, json } from './body.ts';
import { endpoint } from './endpoint.ts';

const look = documentBody(parseLook, 'look document');

export const makeLook = endpoint({
  method: 'POST',
  path: '/projects/:id/looks',
  says: 'Adds a look to a project',
  body: look,
  answer: lookRecordSchema,
  status: 201,
});
export const readLook = endpoint({
  method: 'GET',
  path: '/looks/:id',
  says: 'A look',
  answer: lookRecordSchema,
});
export const saveLook = endpoint({
  method: 'PUT',
  path: '/looks/:id',
  says: 'Saves a look',
  body: look,
  onRevision: true,
  answer: lookRecordSchema,
});
export const deleteLook = endpoint({
  method: 'PATCH',
  path: '/looks/:id',
  says: 'Deletes or restores a look',
  body: json(z.strictObject({ deleted: z.boolean() })),
  answer: lookRecordSchema,
});
export const arrangeLooks = endpoint({
  method: 'PUT',
  path: '/projects/:id/looks/order',
  says: 'Sets the order of the looks of a project',
  body: json(z.strictObject({ ids: z.array(z.string()).max(10_000) })),
  answer: z.object({}),
});
export const listVersions = endpoint({
  method: 'GET',
  path: '/looks/:id/versions',
  says: 'Versions of a look, the latest first',
  answer: lookVersionsSchema,
});
export const readVersion = endpoint({
  method: 'GET',
  path: '/looks/:id/versions/:number',
  says: 'A version of a look',
  answer: versionedLookSchema,
});
export const makeVersion = endpoint({
  method: 'POST',
  path: '/looks/:id/versions',
  says: 'Saves a look as a version',
  body: json(newVersionSchema),
  answer: lookVersionsSchema.shape.versions.element,
  status: 201,
});
export const orderExport = endpoint({
  method: 'POST',
  path: '/looks/:id/exports',
  says: 'Exports a look as one LUT',
  body: json(exportOrderSchema),
  answer: jobSchema,
  status: 202,
});
