import { parseTrial } from '../../trial/document.ts';
import { jobSchema } from '../jobs.ts';
import { boardRecordSchema, clipOrderSchema, keptBoardSchema, trialOrderSchema } from '../trials.ts';
import { documentBody, json } from './body.ts';
import { endpoint } from './endpoint.ts';

export const readBoard = endpoint({
  method: 'GET',
  path: '/projects/:id/board',
  says: 'The board of a project',
  answer: keptBoardSchema,
});
export const saveBoard = endpoint({
  method: 'PUT',
  path: '/projects/:id/board',
  says: 'Saves the board of a project',
  body: documentBody(parseTrial, 'board'),
  onRevision: true,
  answer: boardRecordSchema,
});
export const orderTrial = endpoint({
  method: 'POST',
  path: '/projects/:id/trials',
  says: 'Runs a board',
  body: json(trialOrderSchema),
  answer: jobSchema,
  status: 202,
});
export const orderClipTrial = endpoint({
  method: 'POST',
  path: '/projects/:id/clip-trials',
  says: 'Measures a clip',
  body: json(clipOrderSchema),
  answer: jobSchema,
  status: 202,
});
