import { useQuery } from '@tanstack/react-query';
import { clipSupport } from '@velvet-dusk/core/api/endpoints/plates';
import { call } from './client.ts';

/** What keeps clips from being opened, in words; null where nothing does, or while it is not known. */
export function useMissingForClips(): string | null {
  const { data } = useQuery({
    queryKey: ['clip support'],
    queryFn: () => call(clipSupport, {}),
    // It may be installed while the page is open.
    refetchOnWindowFocus: 'always',
  });
  return data?.missing ?? null;
}
