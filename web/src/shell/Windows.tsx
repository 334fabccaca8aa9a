import { PracticeWindow } from '../bench/gauges/PracticeWindow.tsx';
import { ExportWindow } from '../exports/ExportWindow.tsx';
import { ConflictWindow } from './conflict/ConflictWindow.tsx';
import { HelpWindow } from './HelpWindow.tsx';

/** Everything that can open over the stations. */
export function Windows() {
  return (
    <>
      <ExportWindow />
      <HelpWindow />
      <PracticeWindow />
      <ConflictWindow />
    </>
  );
}
