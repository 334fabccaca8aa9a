import type { Profile } from '@velvet-dusk/core/camera/profile';
import { isToType, withTyped } from '@velvet-dusk/core/camera/unfinished';
import { remakeProfile } from './profileStore.ts';

/** What a field shows and does that may still be to type. */
export const field = (profile: Profile, place: string, value: number | undefined) =>
  isToType(profile, place) ? { value: undefined, placeholder: 'to type' } : { value };

/** Changes one place of a profile, which is typed by that. */
export const typeIn = (id: string, place: string, change: (profile: Profile) => Partial<Profile>) =>
  remakeProfile(id, (p) => withTyped({ ...p, ...change(p) }, place));

export function Heading({ children }: { children: string }) {
  return <h3 className="font-semibold text-[12px] pt-3 pb-1">{children}</h3>;
}
