import { type RequestHandler, Router } from 'express';
import { plateChangeSchema } from '@velvet-dusk/core/api/contract';
import type { Services } from '../services/index.ts';
import { body, param, seenVersion } from './parse.ts';

/** Files are named by their checksum, so what was fetched once never changes. */
const forever = { immutable: true, maxAge: '365d', lastModified: false } as const;

export function plateRoutes({ plates, files }: Services): Router {
  const router = Router();
  const send =
    (part: 'frameSha' | 'thumbSha'): RequestHandler =>
    async (req, res) => {
      const row = await plates.row(param(req, 'id'));
      res.type('image/png').sendFile(files.pathOf(row[part]), forever);
    };
  router.get('/plates/:id/frame.png', send('frameSha'));
  router.get('/plates/:id/thumb.png', send('thumbSha'));
  router.patch('/plates/:id', async (req, res) => {
    res.json(await plates.change(param(req, 'id'), body(req, plateChangeSchema), seenVersion(req)));
  });
  return router;
}
