import { Suspense } from 'react';
import { setView, useView } from '../../state/view.ts';
import { lazily } from '../../ui/lazily.ts';
import { Window } from '../../ui/Window.tsx';
import { useCurrentPlate } from '../useBench.ts';

// Fetched when it is opened: the first picture does not wait for it.
const MatchShots = lazily(() => import('./MatchShots.tsx'), 'MatchShots');

/** A window in which plates are matched to a hero. */
export function MatchShotsWindow() {
  const open = useView((s) => s.matchOpen);
  const current = useCurrentPlate();
  return (
    <Window
      open={open && current !== null}
      onClose={() => setView({ matchOpen: false })}
      width={860}
      title="Match shots"
      about="Corrections of other plates that bring them to a hero, without any look. Each goes into the shot lane of its plate."
    >
      <Suspense>{current && <MatchShots current={current} />}</Suspense>
    </Window>
  );
}
