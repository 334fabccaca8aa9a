import { useQuery } from '@tanstack/react-query';
import { projectListSchema, projectSchema } from '@velvet-dusk/core/api/contract';
import { ask } from './client.ts';

export const useProjects = () =>
  useQuery({ queryKey: ['projects'], queryFn: () => ask('/projects', projectListSchema) });

/** The project as last saved. The bench keeps its own copy while it is edited. */
export const useProject = (id: string) =>
  useQuery({
    queryKey: ['project', id],
    queryFn: () => ask(`/projects/${id}`, projectSchema),
    staleTime: Infinity,
  });
