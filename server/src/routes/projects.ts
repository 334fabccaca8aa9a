import { Router } from 'express';
import type { Services } from '../services/index.ts';
import { param } from './parse.ts';
import { receiveFrame } from './receiveFrame.ts';
import { notFound, Problem } from '../problem.ts';

export function projectRoutes({ projects, plates, exports }: Services): Router {
  const router = Router();
  router.get('/projects', async (_req, res) => {
    res.json(await projects.list());
  });
  router.get('/projects/:id', async (req, res) => {
    res.json(await projects.open(param(req, 'id')));
  });
  router.get('/projects/:id/exports', async (req, res) => {
    res.json(await exports.list(param(req, 'id')));
  });
  router.post('/projects/:id/plates', async (req, res) => {
    const projectId = param(req, 'id');
    const fileName = String(req.query.name ?? '');
    const profileId = String(req.query.profile ?? '');
    if (!fileName || !profileId)
      throw new Problem(400, 'Name and profile needed', 'Send ?name=FILE.png&profile=ID with the frame.');
    if (!(await projects.exists(projectId))) throw notFound('project', projectId);
    const bytes = await receiveFrame(req, fileName);
    const name = fileName.replace(/\.png$/i, '').slice(0, 120) || fileName;
    res.status(201).json(await plates.add(bytes, fileName, { projectId, name, profileId }));
  });
  return router;
}
