import { useMutation, useQuery } from '@tanstack/react-query';
import { listLooseFiles, removeLooseFiles } from '@velvet-dusk/core/api/endpoints/luts';
import { call } from './client.ts';
import { queryClient } from './queryClient.ts';

const queryKey = ['loose files'];

/** Stored files that belong to nothing in the database. */
export const useLooseFiles = () =>
  useQuery({ queryKey, queryFn: () => call(listLooseFiles, {}), staleTime: 60_000 });

export const useDeleteLooseFiles = () =>
  useMutation({
    mutationFn: () => call(removeLooseFiles, {}),
    onSuccess: (left) => queryClient.setQueryData(queryKey, left),
  });
