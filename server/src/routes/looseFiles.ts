import { Router } from 'express';
import { looseFile } from '@velvet-dusk/core/api/endpoints/files';
import * as api from '@velvet-dusk/core/api/endpoints/luts';
import { notFound } from '../problem.ts';
import type { Services } from '../services/index.ts';
import { route, routeBytes } from './route.ts';
import { downloadStored } from './sendStored.ts';

/** Stored files that belong to nothing: listed, taken back by downloading them, and removed on somebody's word. */
export function looseFileRoutes({ loose }: Services): Router {
  const router = Router();
  route(router, api.listLooseFiles, () => loose.list());
  routeBytes(router, looseFile, async ({ params: { sha256 }, res }) => {
    const path = await loose.pathOf(sha256);
    if (!path) throw notFound('loose file', sha256);
    downloadStored(res, path, `${sha256.slice(0, 12)}${await loose.endingOf(path)}`);
  });
  route(router, api.removeLooseFiles, async () => {
    await loose.removeAll();
    return loose.list();
  });
  return router;
}
