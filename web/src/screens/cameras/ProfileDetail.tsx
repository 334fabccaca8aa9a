import { profileClfUrl, profileJsonUrl } from '../../api/urls.ts';
import { useMemo, useState } from 'react';
import { judgeTable } from '@velvet-dusk/core/camera/document/checkTable';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import { isFinished, wordsToType } from '@velvet-dusk/core/camera/unfinished';
import { useProfileActions } from '../../api/profiles.ts';
import { useOpenProject } from '../../api/openProject.ts';
import { type CameraPage, useCameraView } from '../../state/cameraView.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { plural } from '@velvet-dusk/core/numeric/plural';
import { Segments } from '../../ui/Segments.tsx';
import { CurvePlot } from './CurvePlot.tsx';
import { DocumentCheck } from './DocumentCheck.tsx';
import { ExposureCardView } from './ExposureCardView.tsx';
import { GamutPlot } from './GamutPlot.tsx';
import { ProfileForm } from './ProfileForm.tsx';
import { problemsOf, useProfileStatus } from './profileStore.ts';
import { tip } from '../../ui/tip.ts';

const pages: { value: CameraPage; label: string }[] = [
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
    <span role="status" className="text-ember text-[11.5px]" {...tip(state.why)}>
      ▲ Not saved: {state.kind === 'waiting' ? 'server away' : 'not right yet'}
    </span>
  );
}

/** In the place of plots and judgements, while numbers they would need are an example's. */
function Unfinished({ profile }: { profile: Profile }) {
  const words = wordsToType(profile);
  return (
    <div className="m-auto max-w-[52ch] p-6 flex flex-col gap-3 text-[15px] text-t2">
      <p role="status">
        <span className="text-t1 font-semibold">Unfinished.</span> {plural(words.length, 'figure')} of the
        maker’s document {words.length === 1 ? 'is' : 'are'} still to type: {words.join(', ')}.
      </p>
      <p>
        Curve, gamut, check and exposure card stand here once they are; plates, trials and packs can use the
        profile from then on.
      </p>
    </div>
  );
}

/** One profile: its constants, curve and gamut, check table, exposure card. */
export function ProfileDetail({
  draft,
  others,
  isStandard,
}: {
  draft: Profile;
  others: Profile[];
  isStandard: boolean;
}) {
  const page = useCameraView((s) => s.page);
  const [otherId, setOtherId] = useState('');
  const { duplicate, remove } = useProfileActions();
  const copy = () =>
    duplicate.mutate(draft, {
      onSuccess: ({ document }) => useCameraView.setState({ profileId: document.id }),
    });
  const profile = useDrawable(draft);
  const isReady = isFinished(profile);
  const rows = useMemo(() => (isReady ? judgeTable(profile) : []), [profile, isReady]);
  const other = others.find((p) => p.id === otherId) ?? null;
  return (
    <div className="flex-1 min-w-0 min-h-0 flex flex-col">
      <div className="h-10 shrink-0 flex items-center gap-3 px-4 border-b border-g0">
        <h2 className="font-semibold">{draft.name}</h2>
        <Segments
          label="Page"
          value={page}
          options={pages}
          onChange={(p: CameraPage) => useCameraView.setState({ page: p })}
        />
        <span className="flex-1" />
        {isStandard ? (
          <span className="text-t3 text-[11.5px]">As published; duplicate it to change it</span>
        ) : (
          <SaveWord id={draft.id} />
        )}
        <Button onClick={copy}>Duplicate</Button>
        {isReady && (
          <a className="text-violet underline underline-offset-2" href={profileClfUrl(draft)} download>
            CLF
          </a>
        )}
        <a className="text-violet underline underline-offset-2" href={profileJsonUrl(draft)} download>
          JSON
        </a>
        {!isStandard && (
          <Button kind="text" onClick={() => remove.mutate(draft.id)}>
            Remove
          </Button>
        )}
      </div>
      {(remove.error ?? duplicate.error) && (
        <p role="alert" className="text-ember px-4 py-1.5">
          ▲ {(remove.error ?? duplicate.error)!.message}
        </p>
      )}
      {page === 'card' && isReady ? (
        <div className="flex-1 min-h-0 scroll-quiet">
          <ExposureCardView key={profile.id} profile={profile} />
        </div>
      ) : (
        <div className="flex-1 min-h-0 grid grid-cols-[360px_minmax(0,1fr)]">
          <div className="scroll-quiet border-r border-g0 min-h-0">
            <fieldset disabled={isStandard} className={isStandard ? 'opacity-70' : ''}>
              <ProfileForm profile={draft} />
            </fieldset>
          </div>
          {!isReady ? (
            <Unfinished profile={profile} />
          ) : page === 'check' ? (
            <div className="scroll-quiet min-h-0">
              <fieldset disabled={isStandard}>
                <DocumentCheck profile={profile} rows={rows} />
              </fieldset>
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
