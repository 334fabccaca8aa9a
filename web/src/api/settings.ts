import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { Project } from '@velvet-dusk/core/api/contract';
import { practiceSchema } from '@velvet-dusk/core/readings/practice';
import { displaySchema } from '@velvet-dusk/core/render/rendering';
import { useOpenProject } from '../bench/useBench.ts';
import { ask } from './client.ts';

const schemas = { practice: practiceSchema, viewing: displaySchema };

/** Sets one of the open project's settings; shown at once, and put back where the server refuses. */
export function useSetSetting<K extends keyof typeof schemas>(name: K) {
  const client = useQueryClient();
  const project = useOpenProject();
  const key = ['project', project.id];
  return useMutation({
    mutationFn: (value: Project[K]) =>
      ask(`/projects/${project.id}/${name}`, schemas[name], { method: 'PUT', json: value }),
    onMutate: (value) => client.setQueryData<Project>(key, (p) => (p ? { ...p, [name]: value } : p)),
    onError: () => client.invalidateQueries({ queryKey: key }),
  });
}
