import { useMutation } from '@tanstack/react-query';
import type { ProjectSettings } from '@velvet-dusk/core/api/contract';
import { practiceSchema } from '@velvet-dusk/core/readings/practice';
import { displaySchema } from '@velvet-dusk/core/render/display';
import { useOpenProject } from '../bench/useBench.ts';
import { ask } from './client.ts';
import { settingsKey } from './project.ts';
import { queryClient } from './queryClient.ts';

const schemas = { practice: practiceSchema, viewing: displaySchema };

/** Sets one of the open project's settings; shown at once, and put back where the server refuses. */
export function useSetSetting<K extends keyof typeof schemas>(name: K) {
  const { id } = useOpenProject();
  return useMutation({
    mutationFn: (value: ProjectSettings[K]) =>
      ask(`/projects/${id}/${name}`, schemas[name], { method: 'PUT', json: value }),
    onMutate: (value) =>
      queryClient.setQueryData<ProjectSettings>(settingsKey(id), (s) => s && { ...s, [name]: value }),
    onError: () => queryClient.invalidateQueries({ queryKey: settingsKey(id) }),
  });
}
