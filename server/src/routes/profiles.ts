import { Router } from 'express';
import { largestLut } from '@velvet-dusk/core/api/contract';
import { parseProfile } from '@velvet-dusk/core/camera/profile';
import { profileToClf } from '@velvet-dusk/core/camera/export/profileClf';
import { Problem } from '../problem.ts';
import { receiveFile } from './receiveFile.ts';
import type { Services } from '../services/index.ts';
import { document, json, param, queried, seenRevision } from './parse.ts';

export function profileRoutes({ profiles, files, pool }: Services): Router {
  const router = Router();
  router.post('/profiles', json, async (req, res) => {
    const profile = parseProfile(document(req), 'profile document');
    const isNumbered = queried(req, 'numbered') === 'true';
    res.status(201).json(await (isNumbered ? profiles.createNumbered(profile) : profiles.create(profile)));
  });
  // Reads another format; nothing is saved until the user says so.
  router.post('/profiles/read', async (req, res) => {
    const fileName = queried(req, 'name');
    if (!fileName) throw new Problem(400, 'Name needed', 'Send ?name=FILE with the text of the file.');
    const limits = { fileName, limit: largestLut, what: 'profile' };
    const { part, signal } = await receiveFile(req, res, files, limits);
    try {
      const read = await pool.readForeign({ kind: 'profile', path: part, fileName }, signal);
      if ('refused' in read) throw new Problem(422, 'File cannot be read', read.refused);
      res.json(read.value);
    } finally {
      await files.drop(part);
    }
  });
  router.put('/profiles/:id', json, async (req, res) => {
    const profile = parseProfile(document(req), 'profile document');
    res.json(await profiles.save(param(req, 'id'), profile, seenRevision(req)));
  });
  router.delete('/profiles/:id', async (req, res) => {
    res.json(await profiles.remove(param(req, 'id')));
  });
  router.get('/profiles/:id/clf', async (req, res) => {
    const profile = await profiles.get(param(req, 'id'));
    res.attachment(`${profile.id}.clf`).type('application/xml').send(profileToClf(profile));
  });
  router.get('/profiles/:id/json', async (req, res) => {
    const { document: profile } = await profiles.record(param(req, 'id'));
    res
      .attachment(`${profile.id}.json`)
      .type('application/json')
      .send(`${JSON.stringify(profile, null, 2)}\n`);
  });
  return router;
}
