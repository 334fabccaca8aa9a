import { importedLutSchema, looseFilesSchema } from '../contract.ts';
import { inspectAgainSchema, inspectedFileSchema, inspectedListSchema, takeOffSchema } from '../inspected.ts';
import { json } from './body.ts';
import { endpoint, fileBody } from './endpoint.ts';

export const importLut = endpoint({
  method: 'POST',
  path: '/luts',
  says: 'Imports a LUT that a look can use',
  query: ['name'],
  body: fileBody,
  answer: importedLutSchema,
  status: 201,
});

export const listInspected = endpoint({
  method: 'GET',
  path: '/projects/:id/inspected',
  says: 'LUT files of the Inspect station',
  answer: inspectedListSchema,
});
export const inspect = endpoint({
  method: 'POST',
  path: '/projects/:id/inspected',
  says: 'Imports a LUT file for inspection',
  query: ['path', 'origin'],
  body: fileBody,
  answer: inspectedFileSchema,
  status: 201,
});
export const inspectAgain = endpoint({
  method: 'POST',
  path: '/projects/:id/inspected/again',
  says: 'Restores files to the list',
  body: json(inspectAgainSchema),
  answer: inspectedListSchema,
  status: 201,
});
export const takeOffInspected = endpoint({
  method: 'POST',
  path: '/projects/:id/inspected/off',
  says: 'Removes files from the list',
  body: json(takeOffSchema),
  answer: null,
  status: 204,
});

export const listLooseFiles = endpoint({
  method: 'GET',
  path: '/loose-files',
  says: 'Stored files that nothing refers to',
  answer: looseFilesSchema,
});
export const removeLooseFiles = endpoint({
  method: 'DELETE',
  path: '/loose-files',
  says: 'Deletes stored files that nothing refers to',
  answer: looseFilesSchema,
});
