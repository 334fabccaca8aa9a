import { useMutation, useQuery } from '@tanstack/react-query';
import type { NewProject, ProjectChange } from '@velvet-dusk/core/api/contract';
import {
  beginProject,
  changeProject,
  duplicateProject,
  listProjects,
  noteProjectOpened,
} from '@velvet-dusk/core/api/endpoints/projects';
import { call } from './client.ts';
import { settingsKey } from './project.ts';
import { queryClient } from './queryClient.ts';

const key = ['projects'];

/** All projects, the one opened last first. Read again whenever they are shown. */
export const useProjects = () => useQuery({ queryKey: key, queryFn: () => call(listProjects, {}) });

/** Notes that a project is opened, so that it stands first; where that cannot be told, nothing is lost. */
export function noteOpened(id: string): void {
  call(noteProjectOpened, { id })
    .then(() => queryClient.invalidateQueries({ queryKey: key }))
    .catch(() => {});
}

/** Making, changing and copying projects; their list is read again after each. */
export function useProjectActions() {
  const onSuccess = () => queryClient.invalidateQueries({ queryKey: key });
  const begin = useMutation({
    mutationFn: (project: NewProject) => call(beginProject, {}, { body: project }),
    onSuccess,
  });
  const change = useMutation({
    mutationFn: ({ id, revision, change }: { id: string; revision: number; change: ProjectChange }) =>
      call(changeProject, { id }, { body: change, revision }),
    // Refused, the list shows what is there now.
    onError: onSuccess,
    onSuccess(settings) {
      queryClient.setQueryData(settingsKey(settings.id), settings);
      return onSuccess();
    },
  });
  const duplicate = useMutation({
    mutationFn: (id: string) => call(duplicateProject, { id }),
    onSuccess,
  });
  return { begin, change, duplicate };
}
