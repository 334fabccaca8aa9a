import { Router } from 'express';
import { practiceSchema } from '@velvet-dusk/core/readings/practice';
import { displaySchema } from '@velvet-dusk/core/render/rendering';
import type { Services } from '../services/index.ts';
import { body, json, param } from './parse.ts';

export function projectRoutes({ projects }: Services): Router {
  const router = Router();
  router.get('/projects', async (_req, res) => {
    res.json(await projects.list());
  });
  router.get('/projects/:id', async (req, res) => {
    res.json(await projects.open(param(req, 'id')));
  });
  router.put('/projects/:id/practice', json, async (req, res) => {
    res.json(await projects.setPractice(param(req, 'id'), body(req, practiceSchema)));
  });
  router.put('/projects/:id/viewing', json, async (req, res) => {
    res.json(await projects.setViewing(param(req, 'id'), body(req, displaySchema)));
  });
  return router;
}
