import express, { Router } from 'express';
import { importProfile } from '@velvet-dusk/core/camera/import/index';
import { parseProfile } from '@velvet-dusk/core/camera/profile';
import { writeClf } from '@velvet-dusk/core/formats/clf/write';
import { Problem } from '../problem.ts';
import type { Services } from '../services/index.ts';
import { param, seenVersion } from './parse.ts';

/** The largest profile file that is read: a 65³ conversion cube and some to spare. */
const largestProfileFile = '32mb';

export function profileRoutes({ profiles }: Services): Router {
  const router = Router();
  router.get('/profiles', async (_req, res) => {
    res.json(await profiles.records());
  });
  router.post('/profiles', async (req, res) => {
    res.status(201).json(await profiles.create(parseProfile(req.body, 'profile document')));
  });
  // Reads another format; nothing is saved until the user says so.
  const text = express.text({ type: () => true, limit: largestProfileFile });
  router.post('/profiles/read', text, (req, res) => {
    const name = String(req.query.name ?? '');
    if (!name || typeof req.body !== 'string')
      throw new Problem(400, 'Name needed', 'Send ?name=FILE with the text of the file.');
    res.json(importProfile(req.body, name));
  });
  router.put('/profiles/:id', async (req, res) => {
    const profile = parseProfile(req.body, 'profile document');
    res.json(await profiles.save(param(req, 'id'), profile, seenVersion(req)));
  });
  router.delete('/profiles/:id', async (req, res) => {
    res.json(await profiles.remove(param(req, 'id')));
  });
  router.get('/profiles/:id/clf', async (req, res) => {
    const profile = await profiles.get(param(req, 'id'));
    res.attachment(`${profile.id}.clf`).type('application/xml').send(writeClf(profile));
  });
  router.get('/profiles/:id/json', async (req, res) => {
    const profile = await profiles.get(param(req, 'id'));
    res
      .attachment(`${profile.id}.json`)
      .type('application/json')
      .send(`${JSON.stringify(profile, null, 2)}\n`);
  });
  return router;
}
