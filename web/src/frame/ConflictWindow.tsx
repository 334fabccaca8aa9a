import { autosave } from '../state/autosave.ts';
import { setStatus, useSaveStatus } from '../state/saveStatus.ts';
import { Button } from '../ui/Button.tsx';
import { Window } from '../ui/Window.tsx';

/** Somebody else saved the look first. Nothing is overwritten until one side is chosen. */
export function ConflictWindow() {
  const status = useSaveStatus((s) => s.status);
  if (status.kind !== 'conflict') return null;
  const choose = (side: 'mine' | 'theirs') =>
    autosave
      .resolve(side)
      .catch((error: Error) => setStatus({ ...status, kind: 'waiting', why: error.message }));
  return (
    <Window
      open
      onClose={() => {}}
      title="This look was changed elsewhere"
      about={`Version ${status.theirsVersion} was saved in another window. Your edits are kept in this browser; nothing was overwritten.`}
      width={520}
    >
      <div className="px-5 pb-5 flex flex-col gap-2 items-start">
        <Button kind="main" onClick={() => void choose('theirs')}>
          Take version {status.theirsVersion}; undo brings mine back
        </Button>
        <Button onClick={() => void choose('mine')}>Save mine on top as the next version</Button>
      </div>
    </Window>
  );
}
