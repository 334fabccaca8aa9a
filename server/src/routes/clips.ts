import { Router } from 'express';
import { type ClipSupport, largestClip, pickSchema } from '@velvet-dusk/core/api/contract';
import { missingForClips } from '../frames/clip.ts';
import { notFound, Problem } from '../problem.ts';
import type { Services } from '../services/index.ts';
import { body, json, param, queried } from './parse.ts';
import { receiveFile } from './receiveFile.ts';

export function clipRoutes({ clips, projects, files }: Services): Router {
  const router = Router();
  router.get('/clip-support', async (_req, res) => {
    const answer: ClipSupport = { missing: (await missingForClips())?.message ?? null };
    res.set('cache-control', 'no-store').json(answer);
  });
  router.post('/projects/:id/clips', async (req, res) => {
    const projectId = param(req, 'id');
    const fileName = queried(req, 'name');
    if (!fileName) throw new Problem(400, 'Name needed', 'Send ?name=FILE.mov with the clip.');
    if (!(await projects.exists(projectId))) throw notFound('project', projectId);
    const file = await receiveFile(req, res, files, { fileName, limit: largestClip, what: 'clip' });
    res.status(201).json(await clips.open(projectId, file, fileName));
  });
  router.get('/clips/:id/strip/:index', async (req, res) => {
    const picture = await clips.thumb(param(req, 'id'), Number(param(req, 'index')));
    res.type('image/jpeg').set('cache-control', 'private, max-age=3600').send(picture);
  });
  router.post('/clips/:id/plates', json, async (req, res) => {
    const { times, profileId } = body(req, pickSchema);
    res.status(201).json(await clips.pick(param(req, 'id'), times, profileId));
  });
  router.delete('/clips/:id', async (req, res) => {
    await clips.close(param(req, 'id'));
    res.status(204).end();
  });
  return router;
}
