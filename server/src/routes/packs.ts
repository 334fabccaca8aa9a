import { Router } from 'express';
import * as api from '@velvet-dusk/core/api/endpoints/packs';
import type { Services } from '../services/index.ts';
import { route } from './route.ts';

export function packRoutes({ packs, packExports, projects }: Services): Router {
  const router = Router();
  route(router, api.listPacks, async ({ params }) => packs.list(await projects.there(params.id)));
  route(router, api.makePack, async ({ params, body }) =>
    packs.create(await projects.there(params.id), body),
  );
  route(router, api.savePack, ({ params, body, revision }) => packs.save(params.id, body, revision));
  route(router, api.deletePack, async ({ params, body }) => {
    await packs.setDeleted(params.id, body.deleted);
    return {};
  });
  route(router, api.listReleases, ({ params }) => packs.releases(params.id));
  route(router, api.orderPack, ({ params, body }) => packExports.order(params.id, body));
  return router;
}
