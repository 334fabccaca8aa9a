import { useQuery } from '@tanstack/react-query';
import { clipSupportSchema } from '@velvet-dusk/core/api/contract';
import { ask } from './client.ts';

/** What keeps clips from being opened, in words; null where nothing does, or while it is not known. */
export function useMissingForClips(): string | null {
  const { data } = useQuery({
    queryKey: ['clip support'],
    queryFn: () => ask('/clip-support', clipSupportSchema),
    // It may be installed while the page is open.
    refetchOnWindowFocus: 'always',
  });
  return data?.missing ?? null;
}
