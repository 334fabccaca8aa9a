import { useQuery } from '@tanstack/react-query';
import { z } from 'zod';
import { jobSchema, type Job } from '@velvet-dusk/core/api/jobs';
import type { ClipOrder, TrialOrder } from '@velvet-dusk/core/api/trials';
import { parseTrialResult, type TrialResult } from '@velvet-dusk/core/trial/run';
import { ask } from './client.ts';
import { useJobMutation } from './jobs.ts';

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
