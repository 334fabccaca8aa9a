import { Router } from 'express';
import * as api from '@velvet-dusk/core/api/endpoints/projects';
import type { Services } from '../services/index.ts';
import { route } from './route.ts';

export function projectRoutes({ projects, profiles, plates, looks }: Services): Router {
  const router = Router();
  route(router, api.listProjects, () => projects.list());
  route(router, api.beginProject, ({ body }) => projects.begin(body));
  route(router, api.openProject, ({ params }) => projects.open(params.id));
  route(router, api.changeProject, ({ params, body, revision }) =>
    projects.change(params.id, body, revision),
  );
  route(router, api.duplicateProject, ({ params }) => projects.duplicate(params.id));
  route(router, api.noteProjectOpened, async ({ params }) => {
    await projects.opened(params.id);
    return {};
  });
  route(router, api.readParts.profiles, async ({ params }) => profiles.list(await projects.there(params.id)));
  route(router, api.readParts.plates, async ({ params, query }) =>
    plates.page(await projects.there(params.id), query('after') || undefined),
  );
  route(router, api.readParts.looks, async ({ params }) => looks.list(await projects.there(params.id)));
  route(router, api.settings.practice, ({ params, body, revision }) =>
    projects.setSettings(params.id, { practice: body.value }, revision),
  );
  route(router, api.settings.viewing, ({ params, body, revision }) =>
    projects.setSettings(params.id, { viewing: body.value }, revision),
  );
  route(router, api.settings.gate, ({ params, body, revision }) =>
    projects.setSettings(params.id, { gate: body.value }, revision),
  );
  route(router, api.settings.taughtWords, ({ params, body, revision }) =>
    projects.setSettings(params.id, { taughtWords: body.value }, revision),
  );
  route(router, api.settings.starred, ({ params, body, revision }) =>
    projects.setSettings(params.id, { starred: body.value }, revision),
  );
  return router;
}
