import { reasonsSchema } from '../../pack/standing.ts';
import { jobPageSchema, jobSchema } from '../jobs.ts';
import { json } from './body.ts';
import { endpoint } from './endpoint.ts';

export const listJobs = endpoint({
  method: 'GET',
  path: '/projects/:id/jobs',
  says: 'Jobs of a project, the newest first, page by page',
  query: ['before', 'limit'],
  answer: jobPageSchema,
});
export const readJob = endpoint({
  method: 'GET',
  path: '/jobs/:id',
  says: 'A job',
  answer: jobSchema,
});
export const giveReasons = endpoint({
  method: 'POST',
  path: '/jobs/:id/reasons',
  says: 'Gives a release the reasons it is waiting for',
  body: json(reasonsSchema),
  answer: jobSchema,
  status: 202,
});
export const actOnJob = endpoint({
  method: 'POST',
  path: '/jobs/:id/:action',
  says: 'Cancels, pauses, resumes or retries a job',
  answer: jobSchema,
});
