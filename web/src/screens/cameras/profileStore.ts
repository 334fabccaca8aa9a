import { temporal } from 'zundo';
import { create } from 'zustand';
import { type ProfileRecord, profileRecordSchema } from '@velvet-dusk/core/api/contract';
import { parseProfile, type Profile } from '@velvet-dusk/core/camera/profile';
import { DocumentError } from '@velvet-dusk/core/document';
import { ask } from '../../api/client.ts';
import { knownRecords, writeThrough } from '../../api/project.ts';
import { DraftKeeper } from '../../state/drafts.ts';
import { same } from '../../state/merge.ts';
import { hasConflict } from '../../state/saveStatus.ts';
import { isFinal, VersionedSaver } from '../../state/versionedSaver.ts';

/** Profiles as they are edited. A draft may hold a constant that is not right yet; only right ones are saved. */
interface ProfileStore {
  drafts: Record<string, Profile>;
}

export const useProfiles = create<ProfileStore>()(
  temporal((): ProfileStore => ({ drafts: {} }), {
    equality: (a, b) => a.drafts === b.drafts,
    limit: 200,
  }),
);

export type ProfileSaveState = { kind: 'saved' | 'saving' } | { kind: 'waiting' | 'refused'; why: string };

export const useProfileStatus = create<{ states: Record<string, ProfileSaveState> }>(() => ({ states: {} }));
const setState = (id: string, state: ProfileSaveState) =>
  useProfileStatus.setState((s) => ({ states: { ...s.states, [id]: state } }));

/** What is wrong with a draft, by place; empty where nothing is. */
export function problemsOf(draft: Profile): string[] {
  try {
    parseProfile(draft, 'profile');
    return [];
  } catch (error) {
    return error instanceof DocumentError ? [...error.problems] : [(error as Error).message];
  }
}

const quiet = 400;
const retryAfter = 1500;

const recordOf = ({ revision, document }: ProfileRecord) => ({ revision, content: document });

const profiles = new VersionedSaver<Profile>({
  kind: 'profile',
  isByField: false,
  nameOf: (profile) => profile.name,
  now: (id) => useProfiles.getState().drafts[id],
  put: (id, profile) => useProfiles.setState(({ drafts }) => ({ drafts: { ...drafts, [id]: profile } })),
  putMerged: (id, profile) => quietly(() => editProfile(id, () => profile)),
  async send(id, profile, revision) {
    const options = { method: 'PUT', json: profile, revision } as const;
    const record = await ask(`/profiles/${id}`, profileRecordSchema, options);
    writeThrough('profiles', record);
    return record.revision;
  },
  current(body) {
    const record = profileRecordSchema.safeParse(body).data;
    if (record) writeThrough('profiles', record);
    return record && recordOf(record);
  },
  onSettled(id) {
    setState(id, { kind: 'saved' });
    profileSaver.changed();
  },
});

/** Changes drafts without a step of undo. */
function quietly(change: () => void): void {
  const history = useProfiles.temporal.getState();
  history.pause();
  change();
  history.resume();
}

/** Keeps the server's copy of each profile true to its draft. */
class ProfileSaver {
  private readonly timers: Record<string, ReturnType<typeof setTimeout>> = {};
  private hasDrafts = false;

  /** Takes in what the server has; drafts with edits are left alone. */
  async open(projectId: string): Promise<void> {
    if (!this.hasDrafts) profiles.keepDrafts(await DraftKeeper.start());
    this.hasDrafts = true;
    const old = useProfiles.getState().drafts;
    const drafts: Record<string, Profile> = {};
    for (const record of knownRecords('profiles', projectId)) {
      const { id } = record.document;
      const known = profiles.savedOf(id);
      const isEdited = known && old[id] && !same(old[id], known.content);
      if (!known) drafts[id] = profiles.open(id, recordOf(record));
      else if (isEdited) drafts[id] = old[id];
      else {
        // Drafts were read when it was opened; those there are now are other windows'.
        profiles.take(id, recordOf(record));
        drafts[id] = record.document;
      }
    }
    if (!same(drafts, old)) quietly(() => useProfiles.setState({ drafts }));
    this.changed();
  }

  changed(): void {
    for (const id of profiles.ids) {
      const draft = useProfiles.getState().drafts[id];
      if (!draft) continue;
      if (!profiles.note(id)) {
        // What was refused and is undone is as it was saved.
        const { [id]: state } = useProfileStatus.getState().states;
        if (state?.kind === 'refused' && !hasConflict('profile', id)) setState(id, { kind: 'saved' });
        continue;
      }
      const problems = problemsOf(draft);
      if (problems.length > 0) setState(id, { kind: 'refused', why: problems.join('; ') });
      else this.later(id, quiet);
    }
  }

  private later(id: string, after: number): void {
    setState(id, { kind: 'saving' });
    clearTimeout(this.timers[id]);
    this.timers[id] = setTimeout(() => void this.send(id), after);
  }

  private async send(id: string): Promise<void> {
    const draft = useProfiles.getState().drafts[id];
    if (!draft || problemsOf(draft).length > 0) return;
    try {
      await profiles.send(id);
      if (hasConflict('profile', id))
        return setState(id, { kind: 'refused', why: `"${draft.name}" was changed elsewhere.` });
      setState(id, { kind: 'saved' });
      this.changed();
    } catch (error) {
      const why = (error as Error).message;
      if (isFinal(error)) return setState(id, { kind: 'refused', why });
      setState(id, { kind: 'waiting', why });
      this.later(id, retryAfter);
    }
  }
}

export const profileSaver = new ProfileSaver();
useProfiles.subscribe(() => profileSaver.changed());

export const editProfile = (id: string, change: (profile: Profile) => Partial<Profile>) =>
  useProfiles.setState(({ drafts }) =>
    drafts[id] ? { drafts: { ...drafts, [id]: { ...drafts[id], ...change(drafts[id]) } } } : {},
  );

export const undoProfile = () => useProfiles.temporal.getState().undo();
export const redoProfile = () => useProfiles.temporal.getState().redo();
