import { useMutation, useQuery } from '@tanstack/react-query';
import { looseFilesSchema } from '@velvet-dusk/core/api/contract';
import { ask } from './client.ts';
import { queryClient } from './queryClient.ts';

const queryKey = ['loose files'];

/** Stored files that belong to nothing in the database. */
export const useLooseFiles = () =>
  useQuery({ queryKey, queryFn: () => ask('/loose-files', looseFilesSchema), staleTime: 60_000 });

export const useDeleteLooseFiles = () =>
  useMutation({
    mutationFn: () => ask('/loose-files', looseFilesSchema, { method: 'DELETE' }),
    onSuccess: (left) => queryClient.setQueryData(queryKey, left),
  });
