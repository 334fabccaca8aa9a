import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import {
  type Project,
  type ProjectPart,
  projectParts,
  type ProjectParts,
  type ProjectSettings,
  projectSettingsSchema,
  type UnreadableRow,
} from '@velvet-dusk/core/api/contract';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import { isFinished } from '@velvet-dusk/core/camera/unfinished';
import { openProject, readParts } from '@velvet-dusk/core/api/endpoints/projects';
import { call } from './client.ts';
import { queryClient } from './queryClient.ts';

/**
 * A project is kept as one query for each kind of thing in it. It is opened by one request, whose answer fills them all;
 * afterwards each is written through when something of it is saved, and read again by itself.
 */

/** The open project as screens see it. */
export interface OpenProject extends Omit<Project, 'profiles' | 'nextPlates'> {
  /** Those that can be computed with; the Cameras station knows the unfinished too. */
  profiles: Profile[];
  /** Profiles that come with the program, by ID. */
  standards: ReadonlySet<string>;
}

export const settingsKey = (id: string) => ['settings', id];
const partKey = (part: ProjectPart, id: string) => [part, id];

const unreadableKinds: Record<ProjectPart, UnreadableRow['kind']> = {
  profiles: 'profile',
  plates: 'plate',
  looks: 'look',
};

/** Reads one kind of thing of a project, page by page. @param after where the first of those pages begins. */
async function readPart<K extends ProjectPart>(
  part: K,
  id: string,
  after?: string,
): Promise<ProjectParts[K]> {
  const query = after === undefined ? {} : { query: { after } };
  const page = (await call(
    readParts[part] as (typeof readParts)['plates'],
    { id },
    query,
  )) as ProjectParts[K];
  if (page.next === null) return page;
  const rest = await readPart(part, id, page.next);
  return {
    items: [...page.items, ...rest.items],
    unreadable: [...page.unreadable, ...rest.unreadable],
    next: null,
  } as ProjectParts[K];
}

async function openAll(id: string): Promise<UnreadableRow[]> {
  const opened = await call(openProject, { id });
  const { profiles, plates: first, nextPlates, looks, unreadable: found, ...settings } = opened;
  const more = nextPlates === null ? null : await readPart('plates', id, nextPlates);
  const plates = [...first, ...(more?.items ?? [])];
  const unreadable = [...found, ...(more?.unreadable ?? [])];
  queryClient.setQueryData<ProjectSettings>(settingsKey(id), settings);
  const items = { profiles, plates, looks };
  for (const part of Object.keys(projectParts) as ProjectPart[])
    queryClient.setQueryData(partKey(part, id), {
      items: items[part],
      unreadable: unreadable.filter((row) => row.kind === unreadableKinds[part]),
    });
  return unreadable.filter((row) => row.kind === 'settings');
}

function usePart<K extends ProjectPart>(part: K, id: string, enabled: boolean) {
  return useQuery({
    queryKey: partKey(part, id),
    queryFn: () => readPart(part, id),
    staleTime: Infinity,
    enabled,
  }).data;
}

/** A project as the server has it. The bench keeps its own copy of what is edited. */
export function useProject(id: string): { data: OpenProject | undefined; error: Error | null } {
  const opening = useQuery({
    queryKey: ['opening', id],
    queryFn: () => openAll(id),
    staleTime: Infinity,
    enabled: id !== '',
  });
  const isOpen = opening.isSuccess;
  const { data: settings } = useQuery({
    queryKey: settingsKey(id),
    queryFn: () => call(openProject, { id }).then((project) => projectSettingsSchema.parse(project)),
    staleTime: Infinity,
    enabled: isOpen,
  });
  const profiles = usePart('profiles', id, isOpen);
  const plates = usePart('plates', id, isOpen);
  const looks = usePart('looks', id, isOpen);
  const shown = useMemo(
    () => ({
      profiles: profiles?.items.map((r) => r.document).filter(isFinished) ?? [],
      standards: new Set(profiles?.items.filter((r) => r.isStandard).map((r) => r.document.id)),
    }),
    [profiles],
  );
  const rest = opening.data;
  const data = useMemo(() => {
    if (!rest || !settings || !profiles || !plates || !looks) return undefined;
    const unreadable = [...rest, ...[profiles, plates, looks].flatMap((part) => part.unreadable)];
    return { ...settings, ...shown, plates: plates.items, looks: looks.items, unreadable };
  }, [rest, settings, profiles, shown, plates, looks]);
  return { data, error: opening.error };
}

/** Milliseconds for which a project that was read for its pictures is new enough to be opened. */
const freshFor = 30_000;

/** Forgets what was read of a project a while ago, so that it is opened as it is now. To be called before it is. */
export function forgetStale(id: string): void {
  const { dataUpdatedAt = 0 } = queryClient.getQueryState(['opening', id]) ?? {};
  if (Date.now() - dataUpdatedAt < freshFor) return;
  for (const key of ['opening', 'settings', ...Object.keys(projectParts)])
    queryClient.removeQueries({ queryKey: [key, id] });
}

/** Reads one kind of thing of a project again. */
export const readAgain = (part: ProjectPart, projectId: string): Promise<void> =>
  queryClient.invalidateQueries({ queryKey: partKey(part, projectId) });

type Item<K extends ProjectPart> = ProjectParts[K]['items'][number];
const idOf = (item: Item<ProjectPart>) => ('id' in item ? item.id : item.document.id);

/** Writes something that was saved through to every project that shows it. */
export function writeThrough<K extends ProjectPart>(part: K, item: Item<K>): void {
  queryClient.setQueriesData<{ items: Item<K>[]; unreadable: UnreadableRow[] }>(
    { queryKey: [part] },
    (data) => data && { ...data, items: data.items.map((old) => (idOf(old) === idOf(item) ? item : old)) },
  );
}

/** Adds something that was made to the project it was made in. */
export function writeNew<K extends ProjectPart>(part: K, projectId: string, item: Item<K>): void {
  queryClient.setQueryData<{ items: Item<K>[]; unreadable: UnreadableRow[] }>(
    partKey(part, projectId),
    (data) => data && { ...data, items: [...data.items, item] },
  );
}

/** What is known of one thing of a project, whatever is edited of it. */
export const knownRecords = <K extends ProjectPart>(part: K, projectId: string): Item<K>[] =>
  queryClient.getQueryData<ProjectParts[K]>(partKey(part, projectId))?.items ?? [];
