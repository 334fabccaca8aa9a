import { Router } from 'express';
import type { Services } from '../services/index.ts';
import { param } from './parse.ts';

export function exportRoutes({ exports }: Services): Router {
  const router = Router();
  router.get('/exports/:id', async (req, res) => {
    res.json(await exports.get(param(req, 'id')));
  });
  router.post('/exports/:id/cancel', async (req, res) => {
    res.json(await exports.cancel(param(req, 'id')));
  });
  router.post('/exports/:id/retry', async (req, res) => {
    res.json(await exports.retry(param(req, 'id')));
  });
  router.get('/exports/:id/file', async (req, res) => {
    const { path, name } = await exports.file(param(req, 'id'));
    res.type('text/plain').download(path, name);
  });
  router.get('/exports/:id/events', async (req, res) => {
    const id = param(req, 'id');
    const first = await exports.get(id);
    res.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store' });
    const send = (job: unknown) => res.write(`data: ${JSON.stringify(job)}\n\n`);
    send(first);
    const stop = exports.watch(id, send);
    // Between the first look and the watch a change may have come; the second look makes up for it.
    send(await exports.get(id));
    req.on('close', stop);
  });
  return router;
}
