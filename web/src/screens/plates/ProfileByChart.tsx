import { useState } from 'react';
import type { Plate } from '@velvet-dusk/core/api/contract';
import type { Mat3 } from '@velvet-dusk/core/colour/matrix';
import { chartProfile } from '@velvet-dusk/core/plate/chartProfile';
import { freeId } from '@velvet-dusk/core/slug';
import { useOpenProject } from '../../api/openProject.ts';
import { useProfileActions } from '../../api/profiles.ts';
import { editPlates } from '../../state/document.ts';
import { Button } from '../../ui/Button.tsx';

/** A new profile with the primaries that the chart asks for, which the plate then has. */
export function ProfileByChart({ plate, matrix }: { plate: Plate; matrix: Mat3 }) {
  const project = useOpenProject();
  const { create } = useProfileActions();
  const [trouble, setTrouble] = useState('');
  const make = async () => {
    setTrouble('');
    try {
      const profile = project.profiles.find((p) => p.id === plate.profileId)!;
      const made = chartProfile(profile, matrix, plate.name);
      const taken = project.profiles.map((p) => p.id);
      const { document } = await create.mutateAsync({ ...made, id: freeId(`${profile.id}-by-chart`, taken) });
      editPlates([plate.id], () => ({ profileId: document.id }));
    } catch (error) {
      setTrouble((error as Error).message);
    }
  };
  return (
    <>
      <Button disabled={create.isPending} onClick={() => void make()}>
        New profile with these primaries
      </Button>
      {trouble && (
        <p role="alert" className="text-ember w-full">
          ▲ {trouble}
        </p>
      )}
    </>
  );
}
