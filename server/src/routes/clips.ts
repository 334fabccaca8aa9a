import { Router } from 'express';
import { largestClip } from '@velvet-dusk/core/api/contract';
import { clipPicture } from '@velvet-dusk/core/api/endpoints/files';
import * as api from '@velvet-dusk/core/api/endpoints/plates';
import { missingForClips } from '../frames/clip.ts';
import { Problem } from '../problem.ts';
import type { Services } from '../services/index.ts';
import { receiveFile } from './receiveFile.ts';
import { route, routeBytes } from './route.ts';

export function clipRoutes({ clips, projects, files }: Services): Router {
  const router = Router();
  route(router, api.clipSupport, async ({ res }) => {
    res.set('cache-control', 'no-store');
    return { missing: (await missingForClips())?.message ?? null };
  });
  route(router, api.openClip, async ({ params, query, req, res }) => {
    const fileName = query('name');
    if (!fileName) throw new Problem(400, 'Name needed', 'Send ?name=FILE.mov with the clip.');
    const projectId = await projects.there(params.id);
    const file = await receiveFile(req, res, files, { fileName, limit: largestClip, what: 'clip' });
    return clips.open(projectId, file, fileName);
  });
  routeBytes(router, clipPicture, async ({ params, res }) => {
    const picture = await clips.thumb(params.id, Number(params.index));
    res.type(clipPicture.answer).set('cache-control', 'private, max-age=3600').send(picture);
  });
  route(router, api.pickFrames, ({ params, body }) => clips.pick(params.id, body.times, body.profileId));
  route(router, api.closeClip, ({ params }) => clips.close(params.id));
  return router;
}
