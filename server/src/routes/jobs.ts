import { Router } from 'express';
import { type Job, jobActions, type JobAction } from '@velvet-dusk/core/api/jobs';
import { reasonsSchema } from '@velvet-dusk/core/pack/standing';
import { notFound, Problem } from '../problem.ts';
import type { Services } from '../services/index.ts';
import { pageLength } from '../services/jobs.ts';
import { body, json, param, queried, queriedNumber } from './parse.ts';
import { downloadStored } from './sendStored.ts';

/** Milliseconds after which a silent stream says that it is still there. */
const heartbeat = 25_000;

export function jobRoutes({ jobs, projects }: Services): Router {
  const router = Router();
  router.get('/projects/:id/jobs', async (req, res) => {
    const before = queried(req, 'before');
    const limit = queriedNumber(req, 'limit', pageLength);
    res.json(await jobs.list(param(req, 'id'), { before, limit }));
  });
  // One stream for all jobs of a project: a browser opens only a few connections at once.
  router.get('/projects/:id/events', async (req, res) => {
    const id = param(req, 'id');
    if (!(await projects.exists(id))) throw notFound('project', id);
    res.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store' });
    res.write(': here\n\n');
    const stop = jobs.watch(id, (job: Job) => res.write(`data: ${JSON.stringify(job)}\n\n`));
    const alive = setInterval(() => res.write(': still here\n\n'), heartbeat);
    req.on('close', () => {
      clearInterval(alive);
      stop();
    });
  });
  router.get('/jobs/:id', async (req, res) => {
    res.json(await jobs.get(param(req, 'id')));
  });
  router.post('/jobs/:id/reasons', json, async (req, res) => {
    res.status(202).json(await jobs.excuse(param(req, 'id'), body(req, reasonsSchema)));
  });
  router.post('/jobs/:id/:action', async (req, res) => {
    const action = param(req, 'action');
    if (!jobActions.includes(action as JobAction))
      throw new Problem(404, 'Not found', `A job can be asked to ${jobActions.join(', ')}.`);
    res.json(await jobs.act(param(req, 'id'), action as JobAction));
  });
  router.get('/artefacts/:id/file', async (req, res) => {
    const { path, name } = await jobs.file(param(req, 'id'));
    // A cube is text, which its ending tells nobody.
    if (name.endsWith('.cube')) res.type('text/plain');
    downloadStored(res, path, name);
  });
  return router;
}
