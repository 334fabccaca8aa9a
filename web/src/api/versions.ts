import { useQuery } from '@tanstack/react-query';
import { listVersions } from '@velvet-dusk/core/api/endpoints/looks';
import { useDocument } from '../state/document.ts';
import { useSaveStatus } from '../state/saveStatus.ts';
import { call } from './client.ts';

/**
 * The version that an export of the look on the bench is: the latest where nothing has changed since, else the next, which
 * the export makes. Undefined until it is known.
 */
export function useExportedVersion(): { number: number; isNew: boolean } | undefined {
  const lookId = useDocument((s) => s.lookId);
  const { revision, status } = useSaveStatus();
  const { data } = useQuery({
    queryKey: ['versions', lookId, revision],
    queryFn: () => call(listVersions, { id: lookId }),
    // An export of the same look makes a version without another save.
    staleTime: 0,
  });
  if (!data) return undefined;
  const latest = data.versions[0]?.number ?? 0;
  const isNew = !data.isLatest || status.kind !== 'saved';
  return { number: isNew ? latest + 1 : latest, isNew };
}
