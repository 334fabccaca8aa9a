import { Router } from 'express';
import { largestLut } from '@velvet-dusk/core/api/contract';
import { Problem } from '../problem.ts';
import type { Services } from '../services/index.ts';
import { param, queried } from './parse.ts';
import { receiveFile } from './receiveFile.ts';
import { sendStored } from './sendStored.ts';

export function lutRoutes({ luts, files }: Services): Router {
  const router = Router();
  router.post('/luts', async (req, res) => {
    const name = queried(req, 'name');
    if (!name) throw new Problem(400, 'Name needed', 'Send ?name=FILE with the LUT.');
    const limits = { fileName: name, limit: largestLut, what: 'LUT' };
    const file = await receiveFile(req, res, files, limits);
    res.status(201).json(await luts.add(file, name));
  });
  router.get('/luts/:sha256', async (req, res) => {
    const path = await luts.path(param(req, 'sha256'));
    sendStored(res.type('text/plain'), path);
  });
  return router;
}
