import { z } from 'zod';
import { practiceSchema } from '../../readings/practice.ts';
import { displaySchema } from '../../render/display.ts';
import { taughtWordsSchema } from '../../inspect/names/taught.ts';
import { gateSchema } from '../../trial/gate.ts';
import {
  newProjectSchema,
  projectChangeSchema,
  projectListSchema,
  projectParts,
  projectSchema,
  projectSettingsSchema,
  starredSchema,
} from '../contract.ts';
import { json } from './body.ts';
import { endpoint } from './endpoint.ts';
import { projectPath } from './files.ts';

export const listProjects = endpoint({
  method: 'GET',
  path: '/projects',
  says: 'All projects, the last opened first',
  answer: projectListSchema,
});
export const beginProject = endpoint({
  method: 'POST',
  path: '/projects',
  says: 'Creates a project',
  body: json(newProjectSchema),
  answer: projectSettingsSchema,
  status: 201,
});
export const openProject = endpoint({
  method: 'GET',
  path: projectPath,
  says: 'A project with its profiles and looks and the first page of its plates',
  answer: projectSchema,
});
export const changeProject = endpoint({
  method: 'PATCH',
  path: '/projects/:id',
  says: 'Renames, archives, deletes or restores a project',
  body: json(projectChangeSchema),
  onRevision: true,
  answer: projectSettingsSchema,
});
export const duplicateProject = endpoint({
  method: 'POST',
  path: '/projects/:id/duplicate',
  says: 'Duplicates a project',
  answer: projectSettingsSchema,
  status: 201,
});
export const noteProjectOpened = endpoint({
  method: 'POST',
  path: '/projects/:id/opened',
  says: 'Records that a project was opened',
  answer: z.object({}),
});

/** The parts of a project, each read by itself, page by page. */
export const readParts = {
  profiles: endpoint({
    method: 'GET',
    path: '/projects/:id/profiles',
    says: 'Camera profiles of a project',
    answer: projectParts.profiles,
  }),
  plates: endpoint({
    method: 'GET',
    path: '/projects/:id/plates',
    says: 'Plates of a project, page by page',
    query: ['after'],
    answer: projectParts.plates,
  }),
  looks: endpoint({
    method: 'GET',
    path: '/projects/:id/looks',
    says: 'Looks of a project, in their order',
    answer: projectParts.looks,
  }),
};

/** Each is a setting of its own, so that two windows that change different ones meet a conflict only where they must. */
export const settings = {
  practice: endpoint({
    method: 'PUT',
    path: '/projects/:id/practice',
    says: 'Sets the targets that readings are compared with',
    body: json(z.strictObject({ value: practiceSchema })),
    onRevision: true,
    answer: projectSettingsSchema,
  }),
  viewing: endpoint({
    method: 'PUT',
    path: '/projects/:id/viewing',
    says: 'Sets the display of the project',
    body: json(z.strictObject({ value: displaySchema })),
    onRevision: true,
    answer: projectSettingsSchema,
  }),
  gate: endpoint({
    method: 'PUT',
    path: '/projects/:id/gate',
    says: 'Sets the release criteria',
    body: json(z.strictObject({ value: gateSchema.nullable() })),
    onRevision: true,
    answer: projectSettingsSchema,
  }),
  taughtWords: endpoint({
    method: 'PUT',
    path: '/projects/:id/taught-words',
    says: 'Sets what words of LUT names mean',
    body: json(z.strictObject({ value: taughtWordsSchema })),
    onRevision: true,
    answer: projectSettingsSchema,
  }),
  starred: endpoint({
    method: 'PUT',
    path: '/projects/:id/starred',
    says: 'Sets what is starred among pictures to choose from',
    body: json(z.strictObject({ value: starredSchema })),
    onRevision: true,
    answer: projectSettingsSchema,
  }),
};
