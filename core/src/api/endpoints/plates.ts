import { z } from 'zod';
import {
  clipSchema,
  clipSupportSchema,
  importedPlateSchema,
  pickSchema,
  plateChangeSchema,
  plateSchema,
} from '../contract.ts';
import { json } from './body.ts';
import { endpoint, fileBody } from './endpoint.ts';

export const importPlate = endpoint({
  method: 'POST',
  path: '/projects/:id/plates',
  says: 'Imports a frame as a plate',
  query: ['name', 'profile', 'kind'],
  body: fileBody,
  answer: importedPlateSchema,
  status: 201,
});
export const changePlate = endpoint({
  method: 'PATCH',
  path: '/plates/:id',
  says: 'Changes the name, profile, corrections or marks of a plate',
  body: json(plateChangeSchema),
  onRevision: true,
  answer: plateSchema,
});
export const deletePlate = endpoint({
  method: 'DELETE',
  path: '/plates/:id',
  says: 'Deletes a plate',
  answer: plateSchema,
});
export const restorePlate = endpoint({
  method: 'POST',
  path: '/plates/:id/restore',
  says: 'Restores a deleted plate',
  answer: plateSchema,
});

export const clipSupport = endpoint({
  method: 'GET',
  path: '/clip-support',
  says: 'Whether clips can be opened on this machine, and what is missing',
  answer: clipSupportSchema,
});
export const openClip = endpoint({
  method: 'POST',
  path: '/projects/:id/clips',
  says: 'Opens a clip to import frames from it',
  query: ['name'],
  body: fileBody,
  answer: clipSchema,
  status: 201,
});
export const pickFrames = endpoint({
  method: 'POST',
  path: '/clips/:id/plates',
  says: 'Imports frames of an open clip',
  body: json(pickSchema),
  answer: z.array(importedPlateSchema),
  status: 201,
});
export const closeClip = endpoint({
  method: 'DELETE',
  path: '/clips/:id',
  says: 'Closes a clip',
  answer: null,
  status: 204,
});
