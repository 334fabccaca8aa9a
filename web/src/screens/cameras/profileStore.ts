import { z } from 'zod';
import { profileRecordSchema } from '@velvet-dusk/core/api/contract';
import { parseProfile, type Profile, profileSchemaVersion } from '@velvet-dusk/core/camera/profile';
import { saveProfile } from '@velvet-dusk/core/api/endpoints/profiles';
import { call } from '../../api/client.ts';
import { knownRecords, writeThrough } from '../../api/project.ts';
import { draftDocuments } from '../../api/saving/draftDocuments.ts';

/** One whose constants are not right yet is kept as it is; one of an earlier release is brought to today's. */
const keptProfile = z.unknown().transform((kept, ctx) => {
  try {
    return parseProfile(kept, 'kept profile');
  } catch {
    const loose = z.looseObject({ id: z.string(), schemaVersion: z.literal(profileSchemaVersion) });
    const found = loose.safeParse(kept);
    if (found.success) return found.data as unknown as Profile;
    ctx.addIssue({ code: 'custom', message: 'no profile' });
    return z.NEVER;
  }
});

/** Profiles as they are edited. A draft may hold a constant that is not right yet; only right ones are saved. */
const profiles = draftDocuments<Profile>({
  kind: 'profile',
  kept: keptProfile,
  nameOf: (profile) => profile.name,
  check: (profile) => void parseProfile(profile, 'profile'),
  async send(id, profile, revision) {
    const record = await call(saveProfile, { id }, { body: profile, revision });
    writeThrough('profiles', record);
    return record.revision;
  },
  current(body) {
    const record = profileRecordSchema.safeParse(body).data;
    if (record) writeThrough('profiles', record);
    return record && { revision: record.revision, content: record.document };
  },
  known: (projectId) =>
    knownRecords('profiles', projectId).map(({ revision, document }) => ({
      id: document.id,
      saved: { revision, content: document },
    })),
});

export const useProfiles = profiles.useDrafts;
export const useProfileStatus = profiles.useStates;
export const { problemsOf } = profiles;
export const openProfiles = profiles.open;
export const undoProfile = profiles.undo;
export const redoProfile = profiles.redo;
/** Edits a profile as a whole: what the change leaves out is gone. */
export const remakeProfile = profiles.edit;
export const editProfile = (id: string, change: (profile: Profile) => Partial<Profile>) =>
  profiles.edit(id, (profile) => ({ ...profile, ...change(profile) }));
