import { type ImportedPlate, type PlateKind } from '@velvet-dusk/core/api/contract';
import { rankProfiles } from '@velvet-dusk/core/plate/rankProfiles';
import { changePlate, deletePlate, pickFrames, restorePlate } from '@velvet-dusk/core/api/endpoints/plates';
import { call } from '../api/client.ts';
import { readAgain } from '../api/project.ts';
import { useOpenProject } from '../api/openProject.ts';
import { importFiles } from './imports.ts';
import { setPlateView, usePlateView } from '../state/plateView.ts';

/** Let the frame say: the likeliest profile by its codes. */
export const guess = 'guess';

/** What can be done to plates as a whole: taken in, taken off the wall, brought back. */
export function usePlateActions() {
  const project = useOpenProject();
  const refresh = () => readAgain('plates', project.id);

  /** Gives a fresh plate the profile its codes are likeliest in, where that was asked for. */
  const settle = async ({ plate }: ImportedPlate, chosen: string) => {
    const guessed = chosen === guess && plate.kind === 'plate' && plate.facts && plate.format !== 'exr';
    const best = guessed ? rankProfiles(plate.facts!, project.profiles)[0] : undefined;
    if (best && best.profileId !== plate.profileId) {
      const body = { profileId: best.profileId };
      await call(changePlate, { id: plate.id }, { body, revision: plate.revision });
    }
    await refresh();
  };
  const take = (files: readonly File[], chosen: string, kind: PlateKind) => {
    const [first] = project.profiles;
    const profileId = chosen === guess ? (first?.id ?? '') : chosen;
    return importFiles(files, { projectId: project.id, profileId, kind, onPlate: (p) => settle(p, chosen) });
  };
  const pick = async (clipId: string, times: number[], chosen: string) => {
    const profileId = chosen === guess ? project.profiles[0].id : chosen;
    // Where one of several cannot be taken, those before it are there all the same.
    const taken = await call(pickFrames, { id: clipId }, { body: { times, profileId } }).catch(
      async (error: unknown) => {
        await refresh();
        throw error;
      },
    );
    for (const t of taken) await settle(t, chosen);
  };
  const remove = async (ids: readonly string[]) => {
    const gone = project.plates.filter((p) => ids.includes(p.id)).map(({ id, name }) => ({ id, name }));
    for (const { id } of gone) await call(deletePlate, { id });
    setPlateView({ deleted: gone, selected: [], openId: '' });
    await refresh();
  };
  const bringBack = async () => {
    for (const { id } of usePlateView.getState().deleted) await call(restorePlate, { id });
    setPlateView({ deleted: [] });
    await refresh();
  };
  return { take, pick, remove, bringBack, refresh };
}
