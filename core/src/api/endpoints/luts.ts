import { importedLutSchema, looseFilesSchema } from '../contract.ts';
import { inspectAgainSchema, inspectedFileSchema, inspectedListSchema, takeOffSchema } from '../inspected.ts';
import { json } from './body.ts';
import { endpoint, fileBody } from './endpoint.ts';

export const importLut = endpoint({
  method: 'POST',
  path: '/luts',
  says: 'Takes in a LUT that a look can place',
  query: ['name'],
  body: fileBody,
  answer: importedLutSchema,
  status: 201,
});

export const listInspected = endpoint({
  method: 'GET',
  path: '/projects/:id/inspected',
  says: 'LUT files a project looks at, by their paths',
  answer: inspectedListSchema,
});
export const inspect = endpoint({
  method: 'POST',
  path: '/projects/:id/inspected',
  says: 'Takes in a LUT file to look at',
  query: ['path', 'origin'],
  body: fileBody,
  answer: inspectedFileSchema,
  status: 201,
});
export const inspectAgain = endpoint({
  method: 'POST',
  path: '/projects/:id/inspected/again',
  says: 'Lists files again that were taken off',
  body: json(inspectAgainSchema),
  answer: inspectedListSchema,
  status: 201,
});
export const takeOffInspected = endpoint({
  method: 'POST',
  path: '/projects/:id/inspected/off',
  says: 'Takes files off the list',
  body: json(takeOffSchema),
  answer: null,
  status: 204,
});

export const listLooseFiles = endpoint({
  method: 'GET',
  path: '/loose-files',
  says: 'Stored files that belong to nothing',
  answer: looseFilesSchema,
});
export const removeLooseFiles = endpoint({
  method: 'DELETE',
  path: '/loose-files',
  says: 'Removes the stored files that belong to nothing',
  answer: looseFilesSchema,
});
