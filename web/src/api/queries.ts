import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import {
  exportSchema,
  type ExportJob,
  type ExportOrder,
  projectListSchema,
  projectSchema,
} from '@velvet-dusk/core/api/contract';
import { ask } from './client.ts';

const exportsKey = (projectId: string) => ['exports', projectId];

export const useProjects = () =>
  useQuery({ queryKey: ['projects'], queryFn: () => ask('/projects', projectListSchema) });

/** The project as last saved. The bench keeps its own copy while it is edited. */
export const useProject = (id: string) =>
  useQuery({
    queryKey: ['project', id],
    queryFn: () => ask(`/projects/${id}`, projectSchema),
    staleTime: Infinity,
  });

export const useExports = (projectId: string) =>
  useQuery({
    queryKey: exportsKey(projectId),
    queryFn: () => ask(`/projects/${projectId}/exports`, exportSchema.array()),
  });

const isRunning = (job: ExportJob) => job.state === 'queued' || job.state === 'running';

/** Follows every unfinished export over server-sent events and keeps the list of exports true. */
export function useExportEvents(projectId: string): void {
  const client = useQueryClient();
  const { data } = useExports(projectId);
  const running = (data ?? [])
    .filter(isRunning)
    .map((j) => j.id)
    .join(' ');
  useEffect(() => {
    const sources =
      running === '' ? [] : running.split(' ').map((id) => new EventSource(`/api/exports/${id}/events`));
    for (const source of sources) {
      source.onmessage = (event: MessageEvent<string>) => {
        const job = exportSchema.parse(JSON.parse(event.data));
        client.setQueryData<ExportJob[]>(exportsKey(projectId), (jobs) =>
          jobs?.map((j) => (j.id === job.id ? job : j)),
        );
      };
    }
    return () => sources.forEach((s) => s.close());
  }, [running, projectId, client]);
}

/** Puts a changed or new job into the list at once. */
function useJobMutation<T>(projectId: string, run: (input: T) => Promise<ExportJob>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: run,
    onSuccess: (job) =>
      client.setQueryData<ExportJob[]>(exportsKey(projectId), (jobs = []) => [
        job,
        ...jobs.filter((j) => j.id !== job.id),
      ]),
  });
}

export const useOrderExport = (projectId: string) =>
  useJobMutation(projectId, ({ lookId, order }: { lookId: string; order: ExportOrder }) =>
    ask(`/looks/${lookId}/exports`, exportSchema, { method: 'POST', json: order }),
  );

export const useExportAction = (projectId: string) =>
  useJobMutation(projectId, ({ id, action }: { id: string; action: 'cancel' | 'retry' }) =>
    ask(`/exports/${id}/${action}`, exportSchema, { method: 'POST' }),
  );
