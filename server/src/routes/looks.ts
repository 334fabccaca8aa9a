import { Router } from 'express';
import { z } from 'zod';
import { exportOrderSchema, newVersionSchema } from '@velvet-dusk/core/api/contract';
import { parseLook } from '@velvet-dusk/core/look/document';
import { notFound } from '../problem.ts';
import type { Services } from '../services/index.ts';
import { body, document, json, param, seenRevision } from './parse.ts';

const changeSchema = z.strictObject({ deleted: z.boolean() });
const orderSchema = z.strictObject({ ids: z.array(z.string()).max(10_000) });

export function lookRoutes({ looks, projects, exports, versions }: Services): Router {
  const router = Router();
  router.post('/projects/:id/looks', json, async (req, res) => {
    const projectId = param(req, 'id');
    if (!(await projects.exists(projectId))) throw notFound('project', projectId);
    res.status(201).json(await looks.create(projectId, parseLook(document(req), 'look document')));
  });
  router.get('/looks/:id', async (req, res) => {
    const { projectId: _, isDeleted: __, ...record } = await looks.get(param(req, 'id'));
    res.json(record);
  });
  router.put('/looks/:id', json, async (req, res) => {
    const look = parseLook(document(req), 'look document');
    res.json(await looks.save(param(req, 'id'), look, seenRevision(req)));
  });
  router.patch('/looks/:id', json, async (req, res) => {
    res.json(await looks.setDeleted(param(req, 'id'), body(req, changeSchema).deleted));
  });
  router.put('/projects/:id/looks/order', json, async (req, res) => {
    await looks.arrange(param(req, 'id'), body(req, orderSchema).ids);
    res.json({});
  });
  router.get('/looks/:id/versions', async (req, res) => {
    res.json(await versions.list(param(req, 'id')));
  });
  router.get('/looks/:id/versions/:number', async (req, res) => {
    res.json(await versions.get(param(req, 'id'), param(req, 'number')));
  });
  router.post('/looks/:id/versions', json, async (req, res) => {
    res.status(201).json(await versions.make(param(req, 'id'), body(req, newVersionSchema).note));
  });
  router.post('/looks/:id/exports', json, async (req, res) => {
    res.status(202).json(await exports.order(param(req, 'id'), body(req, exportOrderSchema)));
  });
  return router;
}
