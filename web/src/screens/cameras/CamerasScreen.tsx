import { plural } from '@velvet-dusk/core/numeric/plural';
import { useEffect, useMemo, useState } from 'react';
import { judgeTable } from '@velvet-dusk/core/camera/document/checkTable';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import { isFinished } from '@velvet-dusk/core/camera/unfinished';
import { worstVerdict } from '@velvet-dusk/core/numeric/verdict';
import { useProfileActions } from '../../api/profiles.ts';
import { useOpenProject } from '../../api/openProject.ts';
import { useUndoKeys } from '../../shell/keys.ts';
import { NextStation } from '../../shell/NextStation.tsx';
import { useCameraView } from '../../state/cameraView.ts';
import { Button } from '../../ui/Button.tsx';
import { VerdictMark } from '../../ui/VerdictMark.tsx';
import { NewProfileWindow } from './NewProfileWindow.tsx';
import { ProfileDetail } from './ProfileDetail.tsx';
import { openProfiles, redoProfile, undoProfile, useProfiles } from './profileStore.ts';
import { ReadProfile } from './ReadProfile.tsx';

function ListEntry({
  profile,
  uses,
  selected,
  onSelect,
}: {
  profile: Profile;
  uses: number;
  selected: boolean;
  onSelect(): void;
}) {
  const verdict = useMemo(() => worstVerdict(judgeTable(profile).map((r) => r.verdict)), [profile]);
  return (
    <li>
      <button
        type="button"
        aria-pressed={selected}
        className={`w-full text-left px-3 py-1.5 border-l-2 ${selected ? 'border-violet bg-g3 text-t1' : 'border-transparent text-t2 hover:text-t1'}`}
        onClick={onSelect}
      >
        <span className="flex items-baseline gap-2">
          <span className="flex-1 truncate">{profile.name}</span>
          {isFinished(profile) && profile.checkTable.length > 0 && <VerdictMark verdict={verdict} />}
        </span>
        <span className="block text-[11px] text-t3">
          {profile.camera || (profile.guess ? 'a guess' : 'standard')} · {profile.range} ·{' '}
          {isFinished(profile) ? (uses === 0 ? 'no plates' : plural(uses, 'plate')) : 'unfinished'}
        </span>
      </button>
    </li>
  );
}

/** What a profile is for, where the project has none of its own. */
function NoCamera({ onNew }: { onNew(): void }) {
  return (
    <div className="m-auto max-w-[50ch] flex flex-col items-start gap-3 text-[15px] text-t2">
      <p>
        A profile says how a camera writes light into code: its curve, primaries, range and sensor. Type it
        from the sheet the maker prints, and check it against the table on that sheet.
      </p>
      <Button kind="main" onClick={onNew}>
        New profile
      </Button>
    </div>
  );
}

/** Everything to know of a camera before touching a colour. */
export function CamerasScreen() {
  const project = useOpenProject();
  const drafts = useProfiles((s) => s.drafts);
  const chosen = useCameraView((s) => s.profileId);
  const choose = (profileId: string) => useCameraView.setState({ profileId });
  const { create, restore, restorable } = useProfileActions();
  useEffect(() => void openProfiles(project.id), [project.id, project.profiles]);
  useUndoKeys(undoProfile, redoProfile);
  const uses = (id: string) => project.plates.filter((p) => p.profileId === id).length;
  const list = Object.values(drafts).sort((a, b) => uses(b.id) - uses(a.id) || a.name.localeCompare(b.name));
  const own = list.filter((p) => !project.standards.has(p.id));
  const standards = list.filter((p) => project.standards.has(p.id));
  const draft = drafts[chosen] ?? own[0] ?? standards.find((p) => uses(p.id) > 0);
  const [isNew, setNew] = useState(false);
  const make = (profile: Profile) =>
    create.mutate(profile, { onSuccess: ({ document }) => choose(document.id) });
  const entries = (profiles: readonly Profile[]) =>
    profiles.map((p) => (
      <ListEntry
        key={p.id}
        profile={p}
        uses={uses(p.id)}
        selected={p.id === draft?.id}
        onSelect={() => choose(p.id)}
      />
    ));
  return (
    <main className="flex-1 min-h-0 flex">
      <nav aria-label="Profiles" className="w-[208px] border-r border-g0 flex flex-col min-h-0">
        <div className="flex-1 min-h-0 scroll-quiet py-2 text-[12.5px]">
          {own.length > 0 && <ul aria-label="Cameras">{entries(own)}</ul>}
          <h2 className="px-3 pt-3 pb-1 text-[11px] text-t3">Encodings of the standards</h2>
          <ul aria-label="Standards">{entries(standards)}</ul>
        </div>
        {restorable && (
          <p className="px-3 py-2 text-[12px] text-t2 border-t border-g3">
            {restorable.name} removed.{' '}
            <Button kind="text" onClick={restore}>
              Restore
            </Button>
          </p>
        )}
        <div className="px-3 py-2 border-t border-g3 flex flex-col gap-2">
          {own.some(isFinished) && project.plates.length === 0 && (
            <NextStation to={`/${project.id}/plates`} text="Next: import frames" />
          )}
          <Button onClick={() => setNew(true)}>New profile</Button>
          <ReadProfile taken={Object.keys(drafts)} onKeep={make} />
          {create.error && (
            <p role="alert" className="text-ember text-[12px]">
              ▲ {create.error.message}
            </p>
          )}
        </div>
      </nav>
      {draft ? (
        <ProfileDetail
          key={draft.id}
          draft={draft}
          others={list.filter((p) => p.id !== draft.id)}
          isStandard={project.standards.has(draft.id)}
        />
      ) : (
        <NoCamera onNew={() => setNew(true)} />
      )}
      <NewProfileWindow
        open={isNew}
        onClose={() => setNew(false)}
        taken={Object.keys(drafts)}
        onMake={make}
      />
    </main>
  );
}
