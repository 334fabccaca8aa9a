import { useQuery } from '@tanstack/react-query';
import { inspect, inspectAgain, listInspected, takeOffInspected } from '@velvet-dusk/core/api/endpoints/luts';
import type { InspectedFile } from '@velvet-dusk/core/api/inspected';
import { call } from './client.ts';
import { queryClient } from './queryClient.ts';

const keyOf = (projectId: string) => ['inspected', projectId];

/** LUT files the project looks at, by their paths. */
export function useInspected(projectId: string, enabled = true) {
  return useQuery({
    queryKey: keyOf(projectId),
    queryFn: () => call(listInspected, { id: projectId }),
    staleTime: Infinity,
    // Another window may have brought or taken off files.
    refetchOnWindowFocus: 'always',
    enabled,
  });
}

const byPath = (a: InspectedFile, b: InspectedFile) => (a.path < b.path ? -1 : a.path > b.path ? 1 : 0);

function writeList(projectId: string, change: (list: InspectedFile[]) => InspectedFile[]): void {
  queryClient.setQueryData<InspectedFile[]>(keyOf(projectId), (list = []) => change(list).sort(byPath));
}
const withFiles = (files: readonly InspectedFile[]) => (list: InspectedFile[]) => [
  ...list.filter((f) => files.every((g) => g.id !== f.id)),
  ...files,
];

/** Sends one file. Throws an ApiError that says what is wrong with it. */
export async function sendInspected(
  projectId: string,
  { path, body, origin = '' }: { path: string; body: Blob; origin?: string },
  signal?: AbortSignal,
): Promise<InspectedFile> {
  const row = await call(inspect, { id: projectId }, { query: { path, origin }, file: body, signal });
  writeList(projectId, withFiles([row]));
  return row;
}

/** Takes files off the list. They stay stored: `putBack` lists them again. */
export async function takeOff(projectId: string, files: readonly InspectedFile[]): Promise<void> {
  await call(takeOffInspected, { id: projectId }, { body: { ids: files.map((f) => f.id) } });
  writeList(projectId, (list) => list.filter((f) => files.every((g) => g.id !== f.id)));
}

export async function putBack(projectId: string, files: readonly InspectedFile[]): Promise<void> {
  const body = { files: files.map(({ path, sha256, origin }) => ({ path, sha256, origin })) };
  const rows = await call(inspectAgain, { id: projectId }, { body });
  writeList(projectId, withFiles(rows));
}
