import { Router } from 'express';
import { largestLut } from '@velvet-dusk/core/api/contract';
import {
  inspectAgainSchema,
  inspectedPathSchema,
  originSchema,
  takeOffSchema,
} from '@velvet-dusk/core/api/inspected';
import { checkDocument } from '@velvet-dusk/core/document';
import { notFound } from '../problem.ts';
import type { Services } from '../services/index.ts';
import { body, json, param, queried } from './parse.ts';
import { receiveFile } from './receiveFile.ts';

export function inspectedRoutes({ inspected, projects, files }: Services): Router {
  const router = Router();
  const projectOf = async (id: string) => {
    if (!(await projects.exists(id))) throw notFound('project', id);
    return id;
  };
  router.get('/projects/:id/inspected', async (req, res) => {
    res.json(await inspected.list(await projectOf(param(req, 'id'))));
  });
  router.post('/projects/:id/inspected', async (req, res) => {
    const id = await projectOf(param(req, 'id'));
    const path = checkDocument(inspectedPathSchema, queried(req, 'path'), 'path');
    const origin = checkDocument(originSchema, queried(req, 'origin'), 'origin');
    const file = await receiveFile(req, res, files, { fileName: path, limit: largestLut, what: 'LUT' });
    res.status(201).json(await inspected.add(id, file, path, origin));
  });
  router.post('/projects/:id/inspected/again', json, async (req, res) => {
    const id = await projectOf(param(req, 'id'));
    res.status(201).json(await inspected.put(id, body(req, inspectAgainSchema).files));
  });
  router.post('/projects/:id/inspected/off', json, async (req, res) => {
    const id = await projectOf(param(req, 'id'));
    await inspected.remove(id, body(req, takeOffSchema).ids);
    res.status(204).end();
  });
  return router;
}
