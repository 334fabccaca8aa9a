import { Router } from 'express';
import { z } from 'zod';
import { packOrderSchema } from '@velvet-dusk/core/api/packs';
import { parsePack } from '@velvet-dusk/core/pack/document';
import { notFound } from '../problem.ts';
import type { Services } from '../services/index.ts';
import { body, document, json, param, seenRevision } from './parse.ts';

const changeSchema = z.strictObject({ deleted: z.boolean() });

export function packRoutes({ packs, packExports, projects }: Services): Router {
  const router = Router();
  const projectOf = async (id: string) => {
    if (!(await projects.exists(id))) throw notFound('project', id);
    return id;
  };
  router.get('/projects/:id/packs', async (req, res) => {
    res.json(await packs.list(await projectOf(param(req, 'id'))));
  });
  router.post('/projects/:id/packs', json, async (req, res) => {
    const projectId = await projectOf(param(req, 'id'));
    res.status(201).json(await packs.create(projectId, parsePack(document(req), 'pack document')));
  });
  router.put('/packs/:id', json, async (req, res) => {
    const pack = parsePack(document(req), 'pack document');
    res.json(await packs.save(param(req, 'id'), pack, seenRevision(req)));
  });
  router.patch('/packs/:id', json, async (req, res) => {
    await packs.setDeleted(param(req, 'id'), body(req, changeSchema).deleted);
    res.json({});
  });
  router.get('/packs/:id/releases', async (req, res) => {
    res.json(await packs.releases(param(req, 'id')));
  });
  router.post('/packs/:id/exports', json, async (req, res) => {
    res.status(202).json(await packExports.order(param(req, 'id'), body(req, packOrderSchema)));
  });
  return router;
}
