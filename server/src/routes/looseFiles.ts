import { Router } from 'express';
import { notFound } from '../problem.ts';
import type { Services } from '../services/index.ts';
import { param } from './parse.ts';
import { downloadStored } from './sendStored.ts';

/** Stored files that belong to nothing: listed, taken back by downloading them, and removed on somebody's word. */
export function looseFileRoutes({ loose }: Services): Router {
  const router = Router();
  router.get('/loose-files', async (_req, res) => {
    res.json(await loose.list());
  });
  router.get('/loose-files/:sha256', async (req, res) => {
    const sha256 = param(req, 'sha256');
    const path = await loose.pathOf(sha256);
    if (!path) throw notFound('loose file', sha256);
    downloadStored(res, path, `${sha256.slice(0, 12)}${await loose.endingOf(path)}`);
  });
  router.delete('/loose-files', async (_req, res) => {
    await loose.removeAll();
    res.json(await loose.list());
  });
  return router;
}
