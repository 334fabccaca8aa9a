import { Router } from 'express';
import * as api from '@velvet-dusk/core/api/endpoints/trials';
import type { Services } from '../services/index.ts';
import { route } from './route.ts';

export function trialRoutes({ trials, boards, projects }: Services): Router {
  const router = Router();
  route(router, api.readBoard, async ({ params }) => boards.get(await projects.there(params.id)));
  route(router, api.saveBoard, async ({ params, body, revision }) =>
    boards.save(await projects.there(params.id), body, revision),
  );
  route(router, api.orderTrial, async ({ params, body }) =>
    trials.order(await projects.there(params.id), body),
  );
  route(router, api.orderClipTrial, async ({ params, body }) =>
    trials.orderClip(await projects.there(params.id), body),
  );
  return router;
}
