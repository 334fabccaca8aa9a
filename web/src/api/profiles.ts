import { useMutation } from '@tanstack/react-query';
import { create as createStore } from 'zustand';
import type { ProfileRecord } from '@velvet-dusk/core/api/contract';
import { makeProfile, removeProfile } from '@velvet-dusk/core/api/endpoints/profiles';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import { useOpenProject } from './openProject.ts';
import { call } from './client.ts';
import { readAgain } from './project.ts';

/** The profile removed last, which can be brought back. */
const useRemoved = createStore<{ removed: Profile | null }>(() => ({ removed: null }));

/** A free ID and a name for a copy. */
function copyOf(profile: Profile, taken: readonly string[]): Profile {
  for (let n = 2; ; n++) {
    const id = `${profile.id}-${n}`;
    if (!taken.includes(id)) return { ...profile, id, name: `${profile.name} ${n}` };
  }
}

/** Making, copying and removing profiles; their list is read again after each. */
export function useProfileActions() {
  const project = useOpenProject();
  const restorable = useRemoved((s) => s.removed);
  const refresh = () => readAgain('profiles', project.id);
  const post = (profile: Profile): Promise<ProfileRecord> =>
    call(makeProfile, {}, { query: { numbered: 'true' }, body: profile });
  const create = useMutation({ mutationFn: post, onSuccess: refresh });
  const duplicate = useMutation({
    mutationFn: (profile: Profile) =>
      post(
        copyOf(
          profile,
          project.profiles.map((p) => p.id),
        ),
      ),
    onSuccess: refresh,
  });
  const remove = useMutation({
    mutationFn: (id: string) => call(removeProfile, { id }),
    onSuccess: async ({ document }) => {
      useRemoved.setState({ removed: document });
      await refresh();
    },
  });
  const restore = () => {
    if (restorable) create.mutate(restorable, { onSuccess: () => useRemoved.setState({ removed: null }) });
  };
  return { create, duplicate, remove, restore, restorable };
}
