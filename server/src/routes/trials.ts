import { type Request, Router } from 'express';
import { clipOrderSchema, trialOrderSchema } from '@velvet-dusk/core/api/trials';
import { parseTrial } from '@velvet-dusk/core/trial/document';
import { notFound } from '../problem.ts';
import type { Services } from '../services/index.ts';
import { body, document, json, param, seenRevision } from './parse.ts';

export function trialRoutes({ trials, boards, projects }: Services): Router {
  const router = Router();
  const projectOf = async (req: Request) => {
    const id = param(req, 'id');
    if (!(await projects.exists(id))) throw notFound('project', id);
    return id;
  };
  router.get('/projects/:id/board', async (req, res) => {
    res.json(await boards.get(await projectOf(req)));
  });
  router.put('/projects/:id/board', json, async (req, res) => {
    const board = parseTrial(document(req), 'board');
    res.json(await boards.save(await projectOf(req), board, seenRevision(req)));
  });
  router.post('/projects/:id/trials', json, async (req, res) => {
    const id = await projectOf(req);
    res.status(202).json(await trials.order(id, body(req, trialOrderSchema)));
  });
  router.post('/projects/:id/clip-trials', json, async (req, res) => {
    const id = await projectOf(req);
    res.status(202).json(await trials.orderClip(id, body(req, clipOrderSchema)));
  });
  return router;
}
