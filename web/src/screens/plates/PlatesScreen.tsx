import { plural } from '@velvet-dusk/core/numeric/plural';
import { Check } from '../../ui/Check.tsx';
import { useMemo } from 'react';
import type { Plate } from '@velvet-dusk/core/api/contract';
import { useOpenProject } from '../../api/openProject.ts';
import { useUndoKeys } from '../../shell/keys.ts';
import { betterProfileOf } from '../../plates/betterProfile.ts';
import { setPlateView, usePlateView, type WallMode } from '../../state/plateView.ts';
import { usePlateActions } from '../../plates/usePlateActions.ts';
import { redo, undo } from '../../state/document.ts';
import { NextStation } from '../../shell/NextStation.tsx';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { FrameView } from './FrameView.tsx';
import { ImportBar } from './ImportBar.tsx';
import { SelectionBar } from './SelectionBar.tsx';
import { useWallThumbs } from '../../bench/wall/useWallThumbs.ts';
import { Wall } from './Wall.tsx';
import { WallTable } from './WallTable.tsx';

const modes: { value: WallMode; label: string; hint: string }[] = [
  { value: 'wall', label: 'Wall', hint: 'Pictures' },
  { value: 'table', label: 'Table', hint: 'Readings as columns' },
];

function useFiltered(): Plate[] {
  const { plates, profiles } = useOpenProject();
  const { search, profileId, questionedOnly } = usePlateView();
  return useMemo(() => {
    const words = search.toLowerCase().split(/\s+/).filter(Boolean);
    return plates.filter((p) => {
      const text = `${p.name} ${p.note} ${p.sourceName} ${p.profileId}`.toLowerCase();
      if (!words.every((w) => text.includes(w))) return false;
      if (profileId && p.profileId !== profileId) return false;
      return !questionedOnly || betterProfileOf(p, profiles) !== undefined;
    });
  }, [plates, profiles, search, profileId, questionedOnly]);
}

/** The way on, in a project whose first look nobody has touched. */
function LookNext() {
  const { id, plates, looks } = useOpenProject();
  const isYoung = looks.length === 1 && looks[0].revision === 1;
  if (plates.length === 0 || !isYoung) return null;
  return <NextStation to={`/${id}/look`} text="Next: make a look" />;
}

function FilterBar({ shown, all }: { shown: number; all: number }) {
  const { profiles, plates } = useOpenProject();
  const { mode, search, profileId, questionedOnly } = usePlateView();
  const used = profiles.filter((p) => plates.some((q) => q.profileId === p.id));
  return (
    <div className="h-10 shrink-0 flex items-center gap-4 px-4 border-b border-g0 text-[12.5px]">
      <Segments
        label="Layout"
        value={mode}
        options={modes}
        onChange={(m: WallMode) => setPlateView({ mode: m })}
      />
      <label className="flex items-center gap-2">
        <span className="text-t2">Find</span>
        <input
          type="search"
          className="bg-g1 border border-g4 rounded-sm px-2 py-0.5 w-[170px]"
          placeholder="name, note, camera"
          value={search}
          onChange={(e) => setPlateView({ search: e.currentTarget.value })}
        />
      </label>
      <Choice
        label="Profile"
        value={profileId}
        options={[{ value: '', label: 'any' }, ...used.map((p) => ({ value: p.id, label: p.name }))]}
        onChange={(id) => setPlateView({ profileId: id })}
      />
      <Check checked={questionedOnly} onChange={(isOn) => setPlateView({ questionedOnly: isOn })}>
        profile in doubt
      </Check>
      <span className="flex-1" />
      <LookNext />
      <span className="num text-t3">
        {shown === all ? '' : `${shown} of `}
        {plural(all, 'frame')}
      </span>
    </div>
  );
}

function Deleted() {
  const deleted = usePlateView((s) => s.deleted);
  const { bringBack } = usePlateActions();
  if (deleted.length === 0) return null;
  return (
    <p role="status" className="px-4 py-2 border-t border-g3 text-[12.5px] text-t2">
      {deleted.length === 1 ? `"${deleted[0].name}" is` : `${deleted.length} frames are`} deleted.{' '}
      <Button kind="text" onClick={() => void bringBack()}>
        Restore
      </Button>
    </p>
  );
}

/** Frames as they came: brought in, read, sorted, marked, trimmed. */
export function PlatesScreen() {
  const { plates } = useOpenProject();
  const { mode, openId } = usePlateView();
  const shown = useFiltered();
  useWallThumbs();
  useUndoKeys(undo, redo);
  const open = plates.find((p) => p.id === openId);
  if (open) return <FrameView key={open.id} plate={open} neighbours={shown} />;
  return (
    <main className="flex-1 min-h-0 flex flex-col">
      <FilterBar shown={shown.length} all={plates.length} />
      <div className="flex-1 min-h-0 scroll-quiet">
        {shown.length === 0 ? (
          <p className="max-w-[52ch] mx-auto pt-24 text-t2 text-[15px]">
            {plates.length === 0
              ? 'A look is judged on frames as the camera recorded them: several scenes, lights and complexions, a chart where there was one. Choose or drop files below.'
              : 'No frame answers these filters.'}
          </p>
        ) : mode === 'wall' ? (
          <Wall plates={shown} />
        ) : (
          <WallTable plates={shown} />
        )}
      </div>
      <SelectionBar />
      <Deleted />
      <ImportBar />
    </main>
  );
}
