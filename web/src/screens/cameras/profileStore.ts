import { profileRecordSchema } from '@velvet-dusk/core/api/contract';
import { parseProfile, type Profile } from '@velvet-dusk/core/camera/profile';
import { ask } from '../../api/client.ts';
import { knownRecords, writeThrough } from '../../api/project.ts';
import { draftDocuments } from '../../api/saving/draftDocuments.ts';

/** Profiles as they are edited. A draft may hold a constant that is not right yet; only right ones are saved. */
const profiles = draftDocuments<Profile>({
  kind: 'profile',
  nameOf: (profile) => profile.name,
  check: (profile) => void parseProfile(profile, 'profile'),
  async send(id, profile, revision) {
    const options = { method: 'PUT', json: profile, revision } as const;
    const record = await ask(`/profiles/${id}`, profileRecordSchema, options);
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
