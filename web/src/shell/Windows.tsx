import { PracticeWindow } from '../bench/gauges/PracticeWindow.tsx';
import { LooksWindow } from '../bench/recipe/LooksWindow.tsx';
import { MatchShotsWindow } from '../bench/recipe/MatchShotsWindow.tsx';
import { ExportWindow } from '../exports/ExportWindow.tsx';
import { JobsWindow } from '../exports/JobsWindow.tsx';
import { ConflictWindow } from './conflict/ConflictWindow.tsx';
import { HelpWindow } from './HelpWindow.tsx';
import { Tips } from '../ui/Tips.tsx';

/** Everything that can open over the stations. */
export function Windows() {
  return (
    <>
      <ExportWindow />
      <JobsWindow />
      <LooksWindow />
      <MatchShotsWindow />
      <HelpWindow />
      <PracticeWindow />
      <ConflictWindow />
      <Tips />
    </>
  );
}
