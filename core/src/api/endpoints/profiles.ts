import { parseProfile } from '../../camera/profile.ts';
import { importedProfileSchema, profileRecordSchema } from '../contract.ts';
import { documentBody } from './body.ts';
import { endpoint, fileBody } from './endpoint.ts';

const profile = documentBody(parseProfile, 'profile document');

export const makeProfile = endpoint({
  method: 'POST',
  path: '/profiles',
  says: 'Adds a camera profile; `numbered=true` chooses the next free ID',
  query: ['numbered'],
  body: profile,
  answer: profileRecordSchema,
  status: 201,
});
export const readProfile = endpoint({
  method: 'POST',
  path: '/profiles/read',
  says: 'Reads a profile from a file of another format without saving it',
  query: ['name'],
  body: fileBody,
  answer: importedProfileSchema,
});
export const saveProfile = endpoint({
  method: 'PUT',
  path: '/profiles/:id',
  says: 'Saves a camera profile',
  body: profile,
  onRevision: true,
  answer: profileRecordSchema,
});
export const removeProfile = endpoint({
  method: 'DELETE',
  path: '/profiles/:id',
  says: 'Deletes a camera profile that no plate uses',
  answer: profileRecordSchema,
});
