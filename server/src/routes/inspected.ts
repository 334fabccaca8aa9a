import { Router } from 'express';
import { largestLut } from '@velvet-dusk/core/api/contract';
import * as api from '@velvet-dusk/core/api/endpoints/luts';
import { inspectedPathSchema, originSchema } from '@velvet-dusk/core/api/inspected';
import { checkDocument } from '@velvet-dusk/core/document';
import type { Services } from '../services/index.ts';
import { receiveFile } from './receiveFile.ts';
import { route } from './route.ts';

export function inspectedRoutes({ inspected, projects, files }: Services): Router {
  const router = Router();
  route(router, api.listInspected, async ({ params }) => inspected.list(await projects.there(params.id)));
  route(router, api.inspect, async ({ params, query, req, res }) => {
    const id = await projects.there(params.id);
    const path = checkDocument(inspectedPathSchema, query('path'), 'path');
    const origin = checkDocument(originSchema, query('origin'), 'origin');
    const file = await receiveFile(req, res, files, { fileName: path, limit: largestLut, what: 'LUT' });
    return inspected.add(id, file, path, origin);
  });
  route(router, api.inspectAgain, async ({ params, body }) =>
    inspected.put(await projects.there(params.id), body.files),
  );
  route(router, api.takeOffInspected, async ({ params, body }) =>
    inspected.remove(await projects.there(params.id), body.ids),
  );
  return router;
}
