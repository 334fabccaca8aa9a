import { Router } from 'express';
import { schoolsSchema } from '@velvet-dusk/core/readings/schools';
import type { Services } from '../services/index.ts';
import { body, param } from './parse.ts';

export function projectRoutes({ projects, exports }: Services): Router {
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
  router.put('/projects/:id/schools', async (req, res) => {
    res.json(await projects.setSchools(param(req, 'id'), body(req, schoolsSchema)));
  });
  return router;
}
