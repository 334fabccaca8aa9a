import { useState } from 'react';
import type { Plate } from '@velvet-dusk/core/api/contract';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import { useOpenProject } from '../../api/openProject.ts';
import { useProfileActions } from '../../api/profiles.ts';
import { editPlates } from '../../state/document.ts';

/** Makes a profile for a plate, which then has it; what stands against it is said. */
export function useOwnProfile(plate: Plate) {
  const { profiles } = useOpenProject();
  const { create } = useProfileActions();
  const [trouble, setTrouble] = useState('');
  /** @param make is given the IDs that are taken. @returns whether it was made. */
  const give = async (make: (taken: readonly string[]) => Profile): Promise<boolean> => {
    setTrouble('');
    try {
      const { document } = await create.mutateAsync(make(profiles.map((p) => p.id)));
      editPlates([plate.id], () => ({ profileId: document.id }));
      return true;
    } catch (error) {
      setTrouble((error as Error).message);
      return false;
    }
  };
  return { give, trouble, isMaking: create.isPending };
}
