import { Router } from 'express';
import { largestLut } from '@velvet-dusk/core/api/contract';
import { profileClf, profileJson } from '@velvet-dusk/core/api/endpoints/files';
import * as api from '@velvet-dusk/core/api/endpoints/profiles';
import { profileToClf } from '@velvet-dusk/core/camera/export/profileClf';
import { Problem } from '../problem.ts';
import type { Services } from '../services/index.ts';
import { receiveFile } from './receiveFile.ts';
import { route, routeBytes } from './route.ts';

export function profileRoutes({ profiles, files, pool }: Services): Router {
  const router = Router();
  route(router, api.makeProfile, ({ query, body }) =>
    query('numbered') === 'true' ? profiles.createNumbered(body) : profiles.create(body),
  );
  route(router, api.readProfile, async ({ query, req, res }) => {
    const fileName = query('name');
    if (!fileName) throw new Problem(400, 'Name needed', 'Send ?name=FILE with the text of the file.');
    const limits = { fileName, limit: largestLut, what: 'profile' };
    const { part, signal } = await receiveFile(req, res, files, limits);
    try {
      return await pool.foreign.run('readProfile', { path: part, fileName }, { signal });
    } finally {
      await files.drop(part);
    }
  });
  route(router, api.saveProfile, ({ params, body, revision }) => profiles.save(params.id, body, revision));
  route(router, api.removeProfile, ({ params }) => profiles.remove(params.id));
  routeBytes(router, profileClf, async ({ params, res }) => {
    const profile = await profiles.get(params.id);
    res.attachment(`${profile.id}.clf`).type(profileClf.answer).send(profileToClf(profile));
  });
  routeBytes(router, profileJson, async ({ params, res }) => {
    const { document: profile } = await profiles.record(params.id);
    const text = `${JSON.stringify(profile, null, 2)}\n`;
    res.attachment(`${profile.id}.json`).type(profileJson.answer).send(text);
  });
  return router;
}
