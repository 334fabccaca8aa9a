import { type Request, Router } from 'express';
import { z } from 'zod';
import {
  newProjectSchema,
  projectChangeSchema,
  projectParts,
  type ProjectPart,
} from '@velvet-dusk/core/api/contract';
import { practiceSchema } from '@velvet-dusk/core/readings/practice';
import { displaySchema } from '@velvet-dusk/core/render/display';
import { gateSchema } from '@velvet-dusk/core/trial/gate';
import { notFound } from '../problem.ts';
import type { Services } from '../services/index.ts';
import { body, json, param, seenRevision } from './parse.ts';

const settingSchemas = { practice: practiceSchema, viewing: displaySchema, gate: gateSchema.nullable() };

export function projectRoutes({ projects, ...services }: Services): Router {
  const router = Router();
  const idOf = (req: Request) => param(req, 'id');
  router.get('/projects', async (_req, res) => {
    res.json(await projects.list());
  });
  router.post('/projects', json, async (req, res) => {
    res.status(201).json(await projects.begin(body(req, newProjectSchema)));
  });
  router.get('/projects/:id', async (req, res) => {
    res.json(await projects.open(idOf(req)));
  });
  for (const part of Object.keys(projectParts) as ProjectPart[])
    router.get(`/projects/:id/${part}`, async (req, res) => {
      const id = idOf(req);
      if (!(await projects.exists(id))) throw notFound('project', id);
      const { after } = req.query;
      const pageAfter = typeof after === 'string' ? after : undefined;
      res.json(await (part === 'plates' ? services.plates.page(id, pageAfter) : services[part].list(id)));
    });
  router.patch('/projects/:id', json, async (req, res) => {
    res.json(await projects.change(idOf(req), body(req, projectChangeSchema), seenRevision(req)));
  });
  router.post('/projects/:id/duplicate', async (req, res) => {
    res.status(201).json(await projects.duplicate(idOf(req)));
  });
  router.post('/projects/:id/opened', async (req, res) => {
    await projects.opened(idOf(req));
    res.json({});
  });
  // Each is a setting of its own, so that two windows that change different ones meet a conflict only where they must.
  for (const [name, schema] of Object.entries(settingSchemas))
    router.put(`/projects/:id/${name}`, json, async (req, res) => {
      const { value } = body(req, z.strictObject({ value: schema as z.ZodType }));
      res.json(await projects.setSettings(idOf(req), { [name]: value }, seenRevision(req)));
    });
  return router;
}
