import { type RequestHandler, type Response, Router } from 'express';
import { largestUpload, plateChangeSchema, plateKinds } from '@velvet-dusk/core/api/contract';
import type { PlateKind } from '@velvet-dusk/core/api/contract';
import { trialWidth } from '@velvet-dusk/core/trial/document';
import { notFound, Problem } from '../problem.ts';
import type { Services } from '../services/index.ts';
import { body, json, param, queried, seenRevision } from './parse.ts';
import { receiveFile } from './receiveFile.ts';
import { downloadStored, sendStored } from './sendStored.ts';

/** For what is sent from memory; `sendStored` says the same of files. */
const cacheForever = 'public, max-age=31536000, immutable';

export function plateRoutes({ plates, projects, files, codes }: Services): Router {
  const router = Router();
  const send =
    (part: 'frameSha' | 'thumbSha'): RequestHandler =>
    async (req, res) => {
      const sha = (await plates.filesOf(param(req, 'id')))[part];
      sendStored(res.set('ETag', `"${sha}"`).type('image/png'), files.pathOf(sha));
    };
  const coded = (res: Response, sha: string) =>
    res.set('ETag', `"${sha}-codes"`).type('application/octet-stream');
  router.get('/plates/:id/frame.png', send('frameSha'));
  router.get('/plates/:id/thumb.png', send('thumbSha'));
  const sendCodes =
    (width?: number): RequestHandler =>
    async (req, res) => {
      const { frameSha } = await plates.filesOf(param(req, 'id'));
      const found = await codes.of(frameSha, width);
      const tag = width ? `${frameSha}-${width}` : frameSha;
      if (typeof found === 'string') sendStored(coded(res, tag), found);
      else coded(res, tag).set('Cache-Control', cacheForever).send(found);
    };
  router.get('/plates/:id/frame.rgb16', sendCodes());
  router.get('/plates/:id/trial.rgb16', sendCodes(trialWidth));
  router.get('/plates/:id/thumb.rgb16', async (req, res) => {
    const { thumbSha } = await plates.filesOf(param(req, 'id'));
    const bytes = await codes.small(thumbSha);
    coded(res, thumbSha).set('Cache-Control', cacheForever).send(bytes);
  });
  router.get('/plates/:id/source', async (req, res) => {
    const row = await plates.row(param(req, 'id'));
    downloadStored(res, files.pathOf(row.sourceSha || row.frameSha), row.sourceName || `${row.name}.png`);
  });
  router.post('/projects/:id/plates', async (req, res) => {
    const projectId = param(req, 'id');
    const [fileName, profile] = [queried(req, 'name'), queried(req, 'profile')];
    const kind = queried(req, 'kind') || 'plate';
    if (!fileName || !profile)
      throw new Problem(400, 'Name and profile needed', 'Send ?name=FILE&profile=ID with the frame.');
    if (!plateKinds.includes(kind as PlateKind))
      throw new Problem(400, 'Unknown kind', `kind: one of ${plateKinds.join(', ')} is needed`);
    if (!(await projects.exists(projectId))) throw notFound('project', projectId);
    const limits = { fileName, limit: largestUpload, what: 'frame' };
    const { part, sha256, signal } = await receiveFile(req, res, files, limits);
    const name = fileName.replace(/\.[^.]+$/, '').slice(0, 120) || fileName;
    const plate = { projectId, name, profileId: profile, kind: kind as PlateKind };
    const added = await plates.add({ path: part, sha256, fileName, isPart: true, signal }, plate);
    // Whoever asked went away while it was being written down: it leaves nothing behind.
    if (signal.aborted) await plates.purge(added.plate.id);
    else res.status(201).json(added);
  });
  router.patch('/plates/:id', json, async (req, res) => {
    res.json(await plates.change(param(req, 'id'), body(req, plateChangeSchema), seenRevision(req)));
  });
  router.delete('/plates/:id', async (req, res) => {
    res.json(await plates.setDeleted(param(req, 'id'), true));
  });
  router.post('/plates/:id/restore', async (req, res) => {
    res.json(await plates.setDeleted(param(req, 'id'), false));
  });
  return router;
}
