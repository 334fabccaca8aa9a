import { useMutation } from '@tanstack/react-query';
import { type ProjectSettings, projectSettingsSchema } from '@velvet-dusk/core/api/contract';
import { settings } from '@velvet-dusk/core/api/endpoints/projects';
import { useOpenProject } from './openProject.ts';
import { ApiError, call } from './client.ts';
import { settingsKey } from './project.ts';
import { queryClient } from './queryClient.ts';

type Setting = keyof typeof settings;

/** What the server has of a project's settings, where it refused a change because of that. */
export const currentSettings = (error: unknown): ProjectSettings | undefined =>
  error instanceof ApiError && error.status === 412
    ? projectSettingsSchema.safeParse(error.body.current).data
    : undefined;

/**
 * Sets one of the open project's settings; shown at once, and put back where the server refuses. One is sent at a time,
 * each on the revision the one before came to.
 */
export function useSetSetting<K extends Setting>(name: K) {
  const { id } = useOpenProject();
  const key = settingsKey(id);
  const put = (change: Partial<ProjectSettings>) =>
    queryClient.setQueryData<ProjectSettings>(key, (s) => s && { ...s, ...change });
  return useMutation({
    scope: { id: `settings ${id}` },
    mutationFn: (value: ProjectSettings[K]) =>
      call(
        settings[name] as (typeof settings)['practice'],
        { id },
        {
          body: { value: value as ProjectSettings['practice'] },
          revision: queryClient.getQueryData<ProjectSettings>(key)!.revision,
        },
      ),
    onMutate: (value) => put({ [name]: value }),
    // What was set since is shown already, and on its way.
    onSuccess: ({ revision }) => put({ revision }),
    onError(error) {
      const current = currentSettings(error);
      if (current) put(current);
      else void queryClient.invalidateQueries({ queryKey: key });
    },
  });
}
