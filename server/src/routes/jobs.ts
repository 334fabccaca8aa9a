import { Router } from 'express';
import { artefactFile, jobEvents } from '@velvet-dusk/core/api/endpoints/files';
import * as api from '@velvet-dusk/core/api/endpoints/jobs';
import { type Job, jobActions, type JobAction } from '@velvet-dusk/core/api/jobs';
import { Problem } from '../problem.ts';
import type { Services } from '../services/index.ts';
import { pageLength } from '../services/jobs.ts';
import { positive } from './parse.ts';
import { route, routeBytes } from './route.ts';
import { downloadStored } from './sendStored.ts';

/** Milliseconds after which a silent stream says that it is still there. */
const heartbeat = 25_000;

export function jobRoutes({ jobs, projects }: Services): Router {
  const router = Router();
  route(router, api.listJobs, ({ params, query }) =>
    jobs.list(params.id, { before: query('before'), limit: positive('limit', query('limit'), pageLength) }),
  );
  // One stream for all jobs of a project: a browser opens only a few connections at once.
  routeBytes(router, jobEvents, async ({ params, req, res }) => {
    const id = await projects.there(params.id);
    res.writeHead(200, { 'content-type': jobEvents.answer, 'cache-control': 'no-store' });
    res.write(': here\n\n');
    const stop = jobs.watch(id, (job: Job) => res.write(`data: ${JSON.stringify(job)}\n\n`));
    const alive = setInterval(() => res.write(': still here\n\n'), heartbeat);
    req.on('close', () => {
      clearInterval(alive);
      stop();
    });
  });
  route(router, api.readJob, ({ params }) => jobs.get(params.id));
  route(router, api.giveReasons, ({ params, body }) => jobs.excuse(params.id, body));
  route(router, api.actOnJob, async ({ params: { id, action } }) => {
    if (!jobActions.includes(action as JobAction))
      throw new Problem(404, 'Not found', `A job can be asked to ${jobActions.join(', ')}.`);
    return jobs.act(id, action as JobAction);
  });
  routeBytes(router, artefactFile, async ({ params, res }) => {
    const { path, name } = await jobs.file(params.id);
    // A cube is text, which its ending tells nobody.
    if (name.endsWith('.cube')) res.type('text/plain');
    downloadStored(res, path, name);
  });
  return router;
}
