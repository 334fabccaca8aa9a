import { useQueries } from '@tanstack/react-query';
import { useMemo } from 'react';
import { listVersions, readVersion } from '@velvet-dusk/core/api/endpoints/looks';
import type { Look } from '@velvet-dusk/core/look/document';
import { type StockKind, stockKinds as kinds } from '@velvet-dusk/core/look/filmStock';
import type { AxisSources } from '@velvet-dusk/core/trial/axes/axis';
import type { Condition } from '@velvet-dusk/core/trial/condition';
import { namesStock, shelfOf, underStocks } from '@velvet-dusk/core/trial/input';
import { lookKey } from '@velvet-dusk/core/trial/lookKey';
import { targetOf, targetSources } from '@velvet-dusk/core/trial/targets/plates';
import { call } from '../../api/client.ts';
import { trialUrl } from '../../api/urls.ts';
import type { OpenProject } from '../../api/project.ts';
import { useOpenProject } from '../../api/openProject.ts';
import { plateOrder, usePlates } from '../../bench/useBench.ts';
import { useDocument } from '../../state/document.ts';
import type { TrialPlateOrder } from '../../workers/trials.ts';

/** Everything a board of the open project can name. */
export interface TrialMaterial {
  sources: AxisSources;
  /** The same without what few boards name: what a board begins with. */
  usual: AxisSources;
  /** False until the versions of all looks are known. */
  isWhole: boolean;
  plate(id: string): TrialPlateOrder | null;
  look(key: string): Look | null;
  /** The look of a condition, with the stocks that it names. */
  cellLook(condition: Pick<Condition, 'lookId' | StockKind>): Look | null;
}

/** Cameras the plates of a project were recorded with, that of most plates first. */
function usedProfiles({ plates, profiles }: OpenProject) {
  const uses = ({ id }: { id: string }) =>
    plates.filter((p) => p.kind === 'plate' && p.profileId === id).length;
  return profiles.filter((p) => uses(p) > 0 && p.camera !== '').sort((a, b) => uses(b) - uses(a));
}

/** Documents of the versions that a board names. */
function useVersionDocuments(keys: readonly { id: string; version: number }[]): Record<string, Look> {
  return useQueries({
    queries: keys.map(({ id, version }) => ({
      queryKey: ['version', id, version],
      queryFn: async () => (await call(readVersion, { id, number: version })).document,
      staleTime: Infinity,
    })),
    combine: (answers) =>
      Object.fromEntries(
        keys.flatMap(({ id, version }, i) => {
          const { data } = answers[i];
          return data ? [[lookKey(id, version), data] as const] : [];
        }),
      ),
  });
}

export function useTrialMaterial(named: readonly { id: string; version: number }[]): TrialMaterial {
  const project = useOpenProject();
  const plates = usePlates();
  const { looks, profiles } = project;
  const openId = useDocument((s) => s.lookId);
  const openLook = useDocument((s) => s.look);
  const versions = useQueries({
    queries: looks.map(({ id, revision }) => ({
      queryKey: ['versions', id, revision],
      queryFn: () => call(listVersions, { id }),
    })),
    combine: (answers) => answers.map((a) => a.data?.versions.map((v) => v.number)),
  });
  const documents = useVersionDocuments(named);
  return useMemo(() => {
    const edited = looks.map((l) => ({ ...l, document: l.id === openId ? openLook : l.document }));
    const now = edited.map(({ id, document }, i) => ({
      id,
      name: document.name,
      versions: versions[i] ?? [],
    }));
    const old = now.flatMap(({ id, name, versions: numbers }) =>
      numbers.map((n) => ({ id: lookKey(id, n), name: `${name}, version ${n}`, versions: [] })),
    );
    const shelf = shelfOf(edited.map((l) => l.document));
    // The same object for as long as nothing of it changes: cells are known by it.
    const under = new Map<string, Look>();
    const lookOfKey = (key: string) => edited.find((l) => l.id === key)?.document ?? documents[key] ?? null;
    const platesNamed = plates.map(({ id, name }) => ({ id, name }));
    const usual = { plates: platesNamed, looks: now, profiles: usedProfiles(project), stocks: shelf };
    const first = plates.flatMap((p) => profiles.find((q) => q.id === p.profileId) ?? [])[0] ?? profiles[0];
    return {
      sources: {
        plates: [...platesNamed, ...targetSources],
        looks: [...now, ...old],
        profiles,
        stocks: shelf,
      },
      usual,
      isWhole: versions.every((v) => v !== undefined),
      plate(id) {
        if (targetOf(id)) return { id, profile: first };
        const plate = plates.find((p) => p.id === id);
        const profile = profiles.find((p) => p.id === plate?.profileId);
        return plate && profile ? { ...plateOrder(plate, profile), url: trialUrl(plate) } : null;
      },
      look: lookOfKey,
      cellLook(condition) {
        const look = lookOfKey(condition.lookId);
        if (!look || !namesStock(condition)) return look;
        // A board may still name a stock that no look has any more.
        if (
          kinds.some(
            (kind) => condition[kind] !== undefined && !shelf[kind].some((s) => s.id === condition[kind]),
          )
        )
          return null;
        const key = JSON.stringify([condition.lookId, ...kinds.map((kind) => condition[kind])]);
        let made = under.get(key);
        if (!made) under.set(key, (made = underStocks(look, condition, shelf)));
        return made;
      },
    };
  }, [project, plates, looks, profiles, openId, openLook, versions, documents]);
}
