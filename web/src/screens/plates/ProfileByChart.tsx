import type { Plate } from '@velvet-dusk/core/api/contract';
import type { Mat3 } from '@velvet-dusk/core/colour/matrix';
import { chartProfile } from '@velvet-dusk/core/plate/chartProfile';
import { freeId } from '@velvet-dusk/core/slug';
import { useOpenProject } from '../../api/openProject.ts';
import { Button } from '../../ui/Button.tsx';
import { useOwnProfile } from './useOwnProfile.ts';

/** A new profile with the primaries that the chart asks for, which the plate then has. */
export function ProfileByChart({ plate, matrix }: { plate: Plate; matrix: Mat3 }) {
  const { profiles } = useOpenProject();
  const { give, trouble, isMaking } = useOwnProfile(plate);
  const make = (taken: readonly string[]) => {
    const profile = profiles.find((p) => p.id === plate.profileId)!;
    return { ...chartProfile(profile, matrix, plate.name), id: freeId(`${profile.id}-by-chart`, taken) };
  };
  return (
    <>
      <Button disabled={isMaking} onClick={() => void give(make)}>
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
