import { temporal } from 'zundo';
import { create } from 'zustand';
import { type ProfileRecord, profileRecordSchema, type Project } from '@velvet-dusk/core/api/contract';
import { parseProfile, type Profile } from '@velvet-dusk/core/camera/profile';
import { DocumentError } from '@velvet-dusk/core/document';
import { ApiError, ask } from '../../api/client.ts';
import { same } from '../../state/merge.ts';
import { addConflict, endConflict, hasConflict } from '../../state/saveStatus.ts';

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

/** Keeps the server's copy of each profile true to its draft, by versions. */
class ProfileSaver {
  private saved: Record<string, { revision: number; document: Profile }> = {};
  private timers: Record<string, ReturnType<typeof setTimeout>> = {};
  private onSaved: () => void = () => {};

  /** Calls back after every save, so that lists elsewhere are true. */
  listen(onSaved: () => void): void {
    this.onSaved = onSaved;
  }

  /** Takes in what the server has; drafts with edits are left alone. */
  open(project: Project): void {
    const drafts = { ...useProfiles.getState().drafts };
    for (const document of project.profiles) {
      const known = this.saved[document.id];
      const draft = drafts[document.id];
      const edited = known && draft && !same(draft, known.document);
      if (!edited) drafts[document.id] = document;
      this.saved[document.id] = { revision: project.profileRevisions[document.id], document };
    }
    for (const id of Object.keys(drafts)) if (!project.profiles.some((p) => p.id === id)) delete drafts[id];
    const history = useProfiles.temporal.getState();
    history.pause();
    if (!same(drafts, useProfiles.getState().drafts)) useProfiles.setState({ drafts });
    history.resume();
  }

  changed(): void {
    for (const [id, draft] of Object.entries(useProfiles.getState().drafts)) {
      if (!this.saved[id] || same(draft, this.saved[id].document)) continue;
      if (hasConflict('profile', id)) continue;
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

  /** Somebody saved first: both sides are kept until one is chosen. */
  private clashes(id: string, mine: Profile, { document: theirs, revision }: ProfileRecord): void {
    const put = (profile: Profile) =>
      useProfiles.setState(({ drafts }) => ({ drafts: { ...drafts, [id]: profile } }));
    setState(id, { kind: 'refused', why: `"${theirs.name}" was changed elsewhere.` });
    addConflict({
      ...{ kind: 'profile', id, name: mine.name, mine, theirs, theirsRevision: revision },
      resolve: (side) => {
        endConflict('profile', id);
        this.saved[id] = { revision, document: theirs };
        setState(id, { kind: 'saved' });
        if (side === 'theirs') put(theirs);
        this.changed();
        this.onSaved();
      },
    });
  }

  private async send(id: string): Promise<void> {
    if (hasConflict('profile', id)) return;
    const draft = useProfiles.getState().drafts[id];
    if (!draft || problemsOf(draft).length > 0) return;
    try {
      const options = { method: 'PUT', json: draft, revision: this.saved[id].revision } as const;
      this.saved[id] = await ask(`/profiles/${id}`, profileRecordSchema, options);
      setState(id, { kind: 'saved' });
      this.onSaved();
      this.changed();
    } catch (error) {
      const why = (error as Error).message;
      const current = profileRecordSchema.safeParse(
        error instanceof ApiError && error.status === 412 ? error.body.current : undefined,
      );
      if (current.success) return this.clashes(id, draft, current.data);
      if (error instanceof ApiError && error.status < 500 && error.status !== 423)
        return setState(id, { kind: 'refused', why });
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
