import { type Response, Router } from 'express';
import { largestUpload, plateKinds } from '@velvet-dusk/core/api/contract';
import type { PlateKind } from '@velvet-dusk/core/api/contract';
import type { Endpoint, MediaType } from '@velvet-dusk/core/api/endpoints/endpoint';
import * as sent from '@velvet-dusk/core/api/endpoints/files';
import * as api from '@velvet-dusk/core/api/endpoints/plates';
import { trialWidth } from '@velvet-dusk/core/trial/document';
import { Problem } from '../problem.ts';
import type { Services } from '../services/index.ts';
import { pngOfStored } from '../frames/stored.ts';
import { receiveFile } from './receiveFile.ts';
import { route, routeBytes } from './route.ts';
import { downloadStored, sendStored } from './sendStored.ts';

/** For what is sent from memory; `sendStored` says the same of files. */
const cacheForever = 'public, max-age=31536000, immutable';

type OfPlate = Endpoint<`/plates/:id/${string}`, undefined, MediaType>;

export function plateRoutes({ plates, projects, files, codes }: Services): Router {
  const router = Router();
  const tagged = (res: Response, tag: string, type: string) => res.set('ETag', `"${tag}"`).type(type);
  routeBytes(router, sent.framePicture, async ({ params, res }) => {
    const { frameSha } = await plates.filesOf(params.id);
    const path = files.pathOf(frameSha);
    const png = await pngOfStored(path);
    tagged(res, frameSha, sent.framePicture.answer);
    if (png) res.set('Cache-Control', cacheForever).send(png);
    else sendStored(res, path);
  });
  const sendCodes = (endpoint: OfPlate, part: 'frameSha' | 'thumbSha', width?: number) =>
    routeBytes(router, endpoint as typeof sent.frameCodes, async ({ params, res }) => {
      const sha = (await plates.filesOf(params.id))[part];
      const found = await codes.of(sha, width);
      tagged(res, `${sha}-${width ?? 'codes'}`, 'application/octet-stream');
      if (typeof found === 'string') sendStored(res, found);
      else res.set('Cache-Control', cacheForever).send(found);
    });
  sendCodes(sent.frameCodes, 'frameSha');
  sendCodes(sent.trialCodes, 'frameSha', trialWidth);
  sendCodes(sent.thumbCodes, 'thumbSha');
  routeBytes(router, sent.plateSource, async ({ params, res }) => {
    const row = await plates.row(params.id);
    downloadStored(res, files.pathOf(row.sourceSha || row.frameSha), row.sourceName || `${row.name}.png`);
  });
  route(router, api.importPlate, async ({ params, query, req, res }) => {
    const [fileName, profile] = [query('name'), query('profile')];
    const kind = query('kind') || 'plate';
    if (!fileName || !profile)
      throw new Problem(400, 'Name and profile needed', 'Send ?name=FILE&profile=ID with the frame.');
    if (!plateKinds.includes(kind as PlateKind))
      throw new Problem(400, 'Unknown kind', `kind: one of ${plateKinds.join(', ')} is needed`);
    const projectId = await projects.there(params.id);
    const limits = { fileName, limit: largestUpload, what: 'frame' };
    const { part, sha256, signal } = await receiveFile(req, res, files, limits);
    const name = fileName.replace(/\.[^.]+$/, '').slice(0, 120) || fileName;
    const plate = { projectId, name, profileId: profile, kind: kind as PlateKind };
    const added = await plates.add({ path: part, sha256, fileName, isPart: true, signal }, plate);
    // Whoever asked went away while it was being written down: it leaves nothing behind.
    if (signal.aborted) await plates.purge(added.plate.id);
    return added;
  });
  route(router, api.changePlate, ({ params, body, revision }) => plates.change(params.id, body, revision));
  route(router, api.deletePlate, ({ params }) => plates.setDeleted(params.id, true));
  route(router, api.restorePlate, ({ params }) => plates.setDeleted(params.id, false));
  return router;
}
