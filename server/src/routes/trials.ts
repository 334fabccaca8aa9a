import { Router } from 'express';
import { clipOrderSchema, trialOrderSchema } from '@velvet-dusk/core/api/trials';
import { notFound } from '../problem.ts';
import type { Services } from '../services/index.ts';
import { body, json, param } from './parse.ts';

export function trialRoutes({ trials, projects }: Services): Router {
  const router = Router();
  router.post('/projects/:id/trials', json, async (req, res) => {
    const id = param(req, 'id');
    if (!(await projects.exists(id))) throw notFound('project', id);
    res.status(202).json(await trials.order(id, body(req, trialOrderSchema)));
  });
  router.post('/projects/:id/clip-trials', json, async (req, res) => {
    const id = param(req, 'id');
    if (!(await projects.exists(id))) throw notFound('project', id);
    res.status(202).json(await trials.orderClip(id, body(req, clipOrderSchema)));
  });
  return router;
}
