import { Router } from 'express';
import { largestLut } from '@velvet-dusk/core/api/contract';
import { lutFile } from '@velvet-dusk/core/api/endpoints/files';
import { importLut } from '@velvet-dusk/core/api/endpoints/luts';
import { Problem } from '../problem.ts';
import type { Services } from '../services/index.ts';
import { receiveFile } from './receiveFile.ts';
import { route, routeBytes } from './route.ts';
import { sendStored } from './sendStored.ts';

export function lutRoutes({ luts, files }: Services): Router {
  const router = Router();
  route(router, importLut, async ({ query, req, res }) => {
    const fileName = query('name');
    if (!fileName) throw new Problem(400, 'Name needed', 'Send ?name=FILE with the LUT.');
    const file = await receiveFile(req, res, files, { fileName, limit: largestLut, what: 'LUT' });
    return luts.add(file, fileName);
  });
  routeBytes(router, lutFile, async ({ params, res }) => {
    const path = await luts.path(params.sha256);
    sendStored(res.type(lutFile.answer), path);
  });
  return router;
}
