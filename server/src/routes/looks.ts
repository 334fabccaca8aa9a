import { Router } from 'express';
import * as api from '@velvet-dusk/core/api/endpoints/looks';
import type { Services } from '../services/index.ts';
import { route } from './route.ts';

export function lookRoutes({ looks, projects, exports, versions }: Services): Router {
  const router = Router();
  route(router, api.makeLook, async ({ params, body }) =>
    looks.create(await projects.there(params.id), body),
  );
  route(router, api.readLook, async ({ params }) => {
    const { projectId: _, isDeleted: __, ...record } = await looks.get(params.id);
    return record;
  });
  route(router, api.saveLook, ({ params, body, revision }) => looks.save(params.id, body, revision));
  route(router, api.deleteLook, ({ params, body }) => looks.setDeleted(params.id, body.deleted));
  route(router, api.arrangeLooks, async ({ params, body }) => {
    await looks.arrange(params.id, body.ids);
    return {};
  });
  route(router, api.listVersions, ({ params }) => versions.list(params.id));
  route(router, api.readVersion, ({ params }) => versions.get(params.id, params.number));
  route(router, api.makeVersion, ({ params, body }) => versions.make(params.id, body.note));
  route(router, api.orderExport, ({ params, body }) => exports.order(params.id, body));
  return router;
}
