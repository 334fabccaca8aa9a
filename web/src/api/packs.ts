import { useMutation, useQueries, useQuery } from '@tanstack/react-query';
import { z } from 'zod';
import { listVersions } from '@velvet-dusk/core/api/endpoints/looks';
import {
  deletePack,
  listPacks,
  listReleases,
  makePack,
  orderPack,
} from '@velvet-dusk/core/api/endpoints/packs';
import type { PackOrder, PackRecord } from '@velvet-dusk/core/api/packs';
import { type Manifest, parseManifest } from '@velvet-dusk/core/pack/manifest';
import type { Pack } from '@velvet-dusk/core/pack/document';
import type { NamedLook } from '@velvet-dusk/core/look/namedLook';
import type { OpenProject } from './project.ts';
import { call, readFile } from './client.ts';
import { artefactUrl } from './urls.ts';
import { useJobMutation } from './jobs.ts';
import { queryClient } from './queryClient.ts';

const packsKey = (projectId: string) => ['packs', projectId];
type PackList = z.output<typeof listPacks.answer>;

/** Packs of a project, as the server has them. */
export const usePacks = (projectId: string) =>
  useQuery({
    queryKey: packsKey(projectId),
    queryFn: () => call(listPacks, { id: projectId }),
    staleTime: Infinity,
  });

export const knownPacks = (projectId: string): PackRecord[] =>
  queryClient.getQueryData<PackList>(packsKey(projectId))?.items ?? [];

/** Puts a saved pack in its place, in whatever list has it. */
export function writePack(record: PackRecord): void {
  queryClient.setQueriesData<PackList>(
    { queryKey: ['packs'] },
    (list) => list && { ...list, items: list.items.map((p) => (p.id === record.id ? record : p)) },
  );
}

/** Making packs, deleting them and bringing them back; the list is read again after each. */
export function usePackActions(projectId: string) {
  const onSuccess = () => queryClient.invalidateQueries({ queryKey: packsKey(projectId) });
  const create = useMutation({
    mutationFn: (pack: Pack) => call(makePack, { id: projectId }, { body: pack }),
    onSuccess,
  });
  const setDeleted = useMutation({
    mutationFn: ({ id, deleted }: { id: string; deleted: boolean }) =>
      call(deletePack, { id }, { body: { deleted } }),
    onSuccess,
  });
  return { create, setDeleted };
}

export const useReleases = (packId: string) =>
  useQuery({
    queryKey: ['releases', packId],
    queryFn: () => call(listReleases, { id: packId }),
  });

export const useOrderPack = () =>
  useJobMutation(({ packId, order }: { packId: string; order: PackOrder }) =>
    call(orderPack, { id: packId }, { body: order }),
  );

/** Of whatever version it was written in. */
const anyManifest = z.unknown().transform((value) => parseManifest(value, 'manifest'));

/** What a finished export tells of every file. */
export const useManifest = (artefactId: string | undefined) =>
  useQuery({
    queryKey: ['manifest', artefactId],
    queryFn: (): Promise<Manifest> => readFile(artefactUrl({ id: artefactId! }), anyManifest),
    enabled: artefactId !== undefined,
    staleTime: Infinity,
  });

/** Looks of a project with the versions an export would make of them, or has made. */
export function usePackLooks({ looks }: OpenProject): NamedLook[] {
  return useQueries({
    queries: looks.map(({ id, revision }) => ({
      queryKey: ['versions', id, revision],
      queryFn: () => call(listVersions, { id }),
    })),
    combine: (answers) =>
      looks.map(({ id, document }, i) => {
        const { data } = answers[i];
        const latest = data?.versions[0]?.number ?? 0;
        return { id, document, version: data && (data.isLatest ? latest : latest + 1) };
      }),
  });
}
