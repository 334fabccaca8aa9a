import { type Response, Router } from 'express';
import { largestUpload, plateKinds } from '@velvet-dusk/core/api/contract';
import type { PlateKind } from '@velvet-dusk/core/api/contract';
import type { Endpoint, MediaType } from '@velvet-dusk/core/api/endpoints/endpoint';
import * as sent from '@velvet-dusk/core/api/endpoints/files';
import * as api from '@velvet-dusk/core/api/endpoints/plates';
import { trialWidth } from '@velvet-dusk/core/trial/document';
import { Problem } from '../problem.ts';
import type { Services } from '../services/index.ts';
import { receiveFile } from './receiveFile.ts';
import { route, routeBytes } from './route.ts';
import { downloadStored, sendStored } from './sendStored.ts';

/** For what is sent from memory; `sendStored` says the same of files. */
const cacheForever = 'public, max-age=31536000, immutable';

type OfPlate = Endpoint<`/plates/:id/${string}`, undefined, MediaType>;

export function plateRoutes({ plates, projects, files, codes }: Services): Router {
  const router = Router();
  const sendPicture = (endpoint: OfPlate, part: 'frameSha' | 'thumbSha') =>
    routeBytes(router, endpoint as typeof sent.framePicture, async ({ params, res }) => {
      const sha = (await plates.filesOf(params.id))[part];
      sendStored(res.set('ETag', `"${sha}"`).type(endpoint.answer), files.pathOf(sha));
    });
  const coded = (res: Response, sha: string) =>
    res.set('ETag', `"${sha}-codes"`).type('application/octet-stream');
  sendPicture(sent.framePicture, 'frameSha');
  sendPicture(sent.thumbPicture, 'thumbSha');
  const sendCodes = (endpoint: OfPlate, width?: number) =>
    routeBytes(router, endpoint as typeof sent.frameCodes, async ({ params, res }) => {
      const { frameSha } = await plates.filesOf(params.id);
      const found = await codes.of(frameSha, width);
      const tag = width ? `${frameSha}-${width}` : frameSha;
      if (typeof found === 'string') sendStored(coded(res, tag), found);
      else coded(res, tag).set('Cache-Control', cacheForever).send(found);
    });
  sendCodes(sent.frameCodes);
  sendCodes(sent.trialCodes, trialWidth);
  routeBytes(router, sent.thumbCodes, async ({ params, res }) => {
    const { thumbSha } = await plates.filesOf(params.id);
    const bytes = await codes.small(thumbSha);
    coded(res, thumbSha).set('Cache-Control', cacheForever).send(bytes);
  });
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
