import { useEffect, useMemo, useState } from 'react';
import { judgeTable } from '@velvet-dusk/core/camera/document/checkTable';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import { worstVerdict } from '@velvet-dusk/core/numeric/verdict';
import { useProfileActions } from '../../api/profiles.ts';
import { useOpenProject } from '../../bench/useBench.ts';
import { useUndoKeys } from '../../shell/keys.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { VerdictMark } from '../../ui/VerdictMark.tsx';
import { CurvePlot } from './CurvePlot.tsx';
import { DocumentCheck } from './DocumentCheck.tsx';
import { ExposureCardView } from './ExposureCardView.tsx';
import { GamutPlot } from './GamutPlot.tsx';
import { ProfileForm } from './ProfileForm.tsx';
import {
  problemsOf,
  profileSaver,
  redoProfile,
  undoProfile,
  useProfiles,
  useProfileStatus,
} from './profileStore.ts';
import { ReadProfile } from './ReadProfile.tsx';

type Page = 'curve' | 'check' | 'card';
const pages: { value: Page; label: string }[] = [
  { value: 'curve', label: 'Curve and gamut' },
  { value: 'check', label: 'Document check' },
  { value: 'card', label: 'Exposure card' },
];

/** The draft, or what was last saved of it while a constant is half typed, so that the plots stay. */
function useDrawable(draft: Profile): Profile {
  const { profiles } = useOpenProject();
  if (problemsOf(draft).length === 0) return draft;
  return profiles.find((p) => p.id === draft.id) ?? draft;
}

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
          {profile.checkTable.length > 0 && <VerdictMark verdict={verdict} />}
        </span>
        <span className="block text-[11px] text-t3">
          {profile.camera || 'standard'} · {profile.range} ·{' '}
          {uses === 0 ? 'no plates' : `${uses} plate${uses === 1 ? '' : 's'}`}
        </span>
      </button>
    </li>
  );
}

function SaveWord({ id }: { id: string }) {
  const state = useProfileStatus((s) => s.states[id]);
  if (!state || state.kind === 'saved')
    return (
      <span role="status" className="text-t3 text-[11.5px]">
        Saved
      </span>
    );
  if (!('why' in state))
    return (
      <span role="status" className="text-t3 text-[11.5px]">
        Saving …
      </span>
    );
  return (
    <span role="status" className="text-ember text-[11.5px]" title={state.why}>
      ▲ Not saved: {state.kind === 'waiting' ? 'server away' : 'not right yet'}
    </span>
  );
}

function Detail({ draft, others }: { draft: Profile; others: Profile[] }) {
  const [page, setPage] = useState<Page>('curve');
  const [otherId, setOtherId] = useState('');
  const { duplicate, remove } = useProfileActions();
  const profile = useDrawable(draft);
  const rows = useMemo(() => judgeTable(profile), [profile]);
  const other = others.find((p) => p.id === otherId) ?? null;
  return (
    <div className="flex-1 min-w-0 min-h-0 flex flex-col">
      <div className="h-10 shrink-0 flex items-center gap-3 px-4 border-b border-g0">
        <h2 className="font-semibold">{draft.name}</h2>
        <Segments label="Page" value={page} options={pages} onChange={(p: Page) => setPage(p)} />
        <span className="flex-1" />
        <SaveWord id={draft.id} />
        <Button onClick={() => duplicate.mutate(draft)}>Copy</Button>
        <a
          className="text-violet underline underline-offset-2"
          href={`/api/profiles/${draft.id}/clf`}
          download
        >
          CLF
        </a>
        <a
          className="text-violet underline underline-offset-2"
          href={`/api/profiles/${draft.id}/json`}
          download
        >
          JSON
        </a>
        <Button kind="text" onClick={() => remove.mutate(draft.id)}>
          Remove
        </Button>
      </div>
      {(remove.error ?? duplicate.error) && (
        <p role="alert" className="text-ember px-4 py-1.5">
          ▲ {(remove.error ?? duplicate.error)!.message}
        </p>
      )}
      {page === 'card' ? (
        <div className="flex-1 min-h-0 scroll-quiet">
          <ExposureCardView key={profile.id} profile={profile} />
        </div>
      ) : (
        <div className="flex-1 min-h-0 grid grid-cols-[360px_minmax(0,1fr)]">
          <div className="scroll-quiet border-r border-g0 min-h-0">
            <ProfileForm profile={draft} />
          </div>
          {page === 'check' ? (
            <div className="scroll-quiet min-h-0">
              <DocumentCheck profile={profile} rows={rows} />
            </div>
          ) : (
            <div className="min-h-0 grid grid-rows-[minmax(0,0.8fr)_minmax(0,1fr)]">
              <figure className="min-h-0 flex flex-col p-3">
                <figcaption className="flex items-center text-[12px] text-t2 pb-1">
                  Code over stops
                  <span className="flex-1" />
                  <Choice
                    label="Beside"
                    value={otherId}
                    options={[
                      { value: '', label: 'nothing' },
                      ...others.map((p) => ({ value: p.id, label: p.name })),
                    ]}
                    onChange={setOtherId}
                  />
                </figcaption>
                <div className="flex-1 min-h-0">
                  <CurvePlot profile={profile} other={other} rows={rows} />
                </div>
              </figure>
              <figure className="min-h-0 flex flex-col p-3 border-t border-g0">
                <figcaption className="text-[12px] text-t2 pb-1">
                  Primaries, CIE 1931, against the outputs
                </figcaption>
                <div className="flex-1 min-h-0">
                  <GamutPlot profile={profile} />
                </div>
              </figure>
            </div>
          )}
        </div>
      )}
    </div>
  );
}

/** Everything to know of a camera before touching a colour. */
export function CamerasScreen() {
  const project = useOpenProject();
  const drafts = useProfiles((s) => s.drafts);
  const [chosen, setChosen] = useState('');
  const { create, restore, restorable, refresh } = useProfileActions();
  useEffect(() => profileSaver.open(project), [project]);
  useEffect(() => profileSaver.listen(() => void refresh()));
  useUndoKeys(undoProfile, redoProfile);
  const uses = (id: string) => project.plates.filter((p) => p.profileId === id).length;
  const list = Object.values(drafts).sort((a, b) => uses(b.id) - uses(a.id) || a.name.localeCompare(b.name));
  const draft = drafts[chosen] ?? list[0];
  return (
    <main className="flex-1 min-h-0 flex">
      <nav aria-label="Profiles" className="w-[208px] border-r border-g0 flex flex-col min-h-0">
        <ul className="flex-1 min-h-0 scroll-quiet py-2 text-[12.5px]">
          {list.map((p) => (
            <ListEntry
              key={p.id}
              profile={p}
              uses={uses(p.id)}
              selected={p.id === draft?.id}
              onSelect={() => setChosen(p.id)}
            />
          ))}
        </ul>
        {restorable && (
          <p className="px-3 py-2 text-[12px] text-t2 border-t border-g3">
            {restorable.name} removed.{' '}
            <Button kind="text" onClick={restore}>
              Bring back
            </Button>
          </p>
        )}
        <div className="px-3 py-2 border-t border-g3">
          <ReadProfile
            taken={Object.keys(drafts)}
            onKeep={(p) => create.mutate(p, { onSuccess: () => setChosen(p.id) })}
          />
        </div>
      </nav>
      {draft ? (
        <Detail key={draft.id} draft={draft} others={list.filter((p) => p.id !== draft.id)} />
      ) : (
        <p className="m-auto text-t2 text-[15px] max-w-[46ch]">
          A profile says how a camera writes light into code. Read one from a file, or start the demo, which
          brings four cameras.
        </p>
      )}
    </main>
  );
}
