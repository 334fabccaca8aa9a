import { useMutation, useQuery } from '@tanstack/react-query';
import { z } from 'zod';
import { jobSchema, type Job } from '@velvet-dusk/core/api/jobs';
import type { ProjectSettings } from '@velvet-dusk/core/api/contract';
import type { ClipOrder, TrialOrder } from '@velvet-dusk/core/api/trials';
import { type Gate, gateSchema } from '@velvet-dusk/core/trial/gate';
import { parseTrialResult, type TrialResult } from '@velvet-dusk/core/trial/run';
import { useOpenProject } from '../bench/useBench.ts';
import { ask } from './client.ts';
import { useJobMutation } from './jobs.ts';
import { settingsKey } from './project.ts';
import { queryClient } from './queryClient.ts';

export const useOrderTrial = () =>
  useJobMutation(({ projectId, order }: { projectId: string; order: TrialOrder }) =>
    ask(`/projects/${projectId}/trials`, jobSchema, { method: 'POST', json: order }),
  );

export const useOrderClip = () =>
  useJobMutation(({ projectId, order }: { projectId: string; order: ClipOrder }) =>
    ask(`/projects/${projectId}/clip-trials`, jobSchema, { method: 'POST', json: order }),
  );

/** The numbers of a run that has ended. */
export function useTrialResult(job: Job | undefined) {
  const file = job?.artefacts.find((a) => a.document.kind === 'velvet-dusk/trial-summary');
  return useQuery({
    queryKey: ['trial result', file?.id],
    queryFn: async (): Promise<TrialResult> =>
      parseTrialResult(await ask(`/artefacts/${file!.id}/file`, z.unknown()), job!.title),
    enabled: file !== undefined,
    staleTime: Infinity,
  });
}

const answerSchema = z.object({ gate: gateSchema.nullable() });

/** Sets what looks of the open project have to hold before they are released; shown at once. */
export function useSetGate() {
  const { id } = useOpenProject();
  return useMutation({
    mutationFn: (gate: Gate | null) =>
      ask(`/projects/${id}/gate`, answerSchema, { method: 'PUT', json: { gate } }),
    onMutate: (gate) =>
      queryClient.setQueryData<ProjectSettings>(settingsKey(id), (s) => s && { ...s, gate }),
    onError: () => queryClient.invalidateQueries({ queryKey: settingsKey(id) }),
  });
}
