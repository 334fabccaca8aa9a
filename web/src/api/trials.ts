import { orderClipTrial, orderTrial, readBoard } from '@velvet-dusk/core/api/endpoints/trials';
import { useQuery } from '@tanstack/react-query';
import { z } from 'zod';
import type { Job } from '@velvet-dusk/core/api/jobs';
import {
  type BoardRecord,
  type ClipOrder,
  keptBoardSchema,
  type TrialOrder,
} from '@velvet-dusk/core/api/trials';
import { parseTrialResult, type TrialResult } from '@velvet-dusk/core/trial/run';
import { call, readFile } from './client.ts';
import { artefactUrl } from './urls.ts';
import { useJobMutation } from './jobs.ts';
import { queryClient } from './queryClient.ts';

const boardKey = (projectId: string) => ['board', projectId];

/** The board of a project as the server has it; another window's changes are heard of when this one is looked at again. */
export const useKeptBoard = (projectId: string) =>
  useQuery({
    queryKey: boardKey(projectId),
    queryFn: () => call(readBoard, { id: projectId }),
    refetchOnWindowFocus: true,
  });

export const knownBoard = (projectId: string): BoardRecord | null =>
  queryClient.getQueryData<z.output<typeof keptBoardSchema>>(boardKey(projectId))?.board ?? null;

/** Puts a saved board in its place. */
export const writeBoard = (projectId: string, board: BoardRecord): void =>
  void queryClient.setQueryData<z.output<typeof keptBoardSchema>>(
    boardKey(projectId),
    (kept) => kept && { ...kept, board },
  );

export const useOrderTrial = () =>
  useJobMutation(({ projectId, order }: { projectId: string; order: TrialOrder }) =>
    call(orderTrial, { id: projectId }, { body: order }),
  );

export const useOrderClip = () =>
  useJobMutation(({ projectId, order }: { projectId: string; order: ClipOrder }) =>
    call(orderClipTrial, { id: projectId }, { body: order }),
  );

/** The numbers of a run that has ended. */
export function useTrialResult(job: Job | undefined) {
  const file = job?.artefacts.find((a) => a.document.kind === 'velvet-dusk/trial-summary');
  return useQuery({
    queryKey: ['trial result', file?.id],
    queryFn: async (): Promise<TrialResult> =>
      parseTrialResult(await readFile(artefactUrl(file!), z.unknown()), job!.title),
    enabled: file !== undefined,
    staleTime: Infinity,
  });
}
