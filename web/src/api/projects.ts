import { useMutation, useQuery } from '@tanstack/react-query';
import { z } from 'zod';
import {
  type NewProject,
  type ProjectChange,
  projectListSchema,
  projectSettingsSchema,
} from '@velvet-dusk/core/api/contract';
import { ask } from './client.ts';
import { settingsKey } from './project.ts';
import { queryClient } from './queryClient.ts';

const key = ['projects'];

/** All projects, the one opened last first. Read again whenever they are shown. */
export const useProjects = () =>
  useQuery({ queryKey: key, queryFn: () => ask('/projects', projectListSchema) });

/** Notes that a project is opened, so that it stands first; where that cannot be told, nothing is lost. */
export function noteOpened(id: string): void {
  ask(`/projects/${id}/opened`, z.unknown(), { method: 'POST' })
    .then(() => queryClient.invalidateQueries({ queryKey: key }))
    .catch(() => {});
}

/** Making, changing and copying projects; their list is read again after each. */
export function useProjectActions() {
  const onSuccess = () => queryClient.invalidateQueries({ queryKey: key });
  const begin = useMutation({
    mutationFn: (project: NewProject) =>
      ask('/projects', projectSettingsSchema, { method: 'POST', json: project }),
    onSuccess,
  });
  const change = useMutation({
    mutationFn: ({ id, revision, change }: { id: string; revision: number; change: ProjectChange }) =>
      ask(`/projects/${id}`, projectSettingsSchema, { method: 'PATCH', json: change, revision }),
    // Refused, the list shows what is there now.
    onError: onSuccess,
    onSuccess(settings) {
      queryClient.setQueryData(settingsKey(settings.id), settings);
      return onSuccess();
    },
  });
  const duplicate = useMutation({
    mutationFn: (id: string) => ask(`/projects/${id}/duplicate`, projectSettingsSchema, { method: 'POST' }),
    onSuccess,
  });
  return { begin, change, duplicate };
}
