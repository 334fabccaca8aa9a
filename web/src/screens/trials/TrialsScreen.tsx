import { useEffect, useMemo, useState } from 'react';
import { axisOf } from '@velvet-dusk/core/trial/axes/index';
import { refuseBoard, restColumn } from '@velvet-dusk/core/trial/board';
import type { Trial } from '@velvet-dusk/core/trial/document';
import { readLookKey } from '@velvet-dusk/core/trial/lookKey';
import { boardFrom } from '@velvet-dusk/core/trial/presets';
import { onBoard } from '@velvet-dusk/core/trial/run';
import { useKeptBoard, useOrderTrial } from '../../api/trials.ts';
import { useOpenProject } from '../../api/openProject.ts';
import { usePlates } from '../../bench/useBench.ts';
import { EmptyStation } from '../../shell/EmptyStation.tsx';
import { useUndoKeys } from '../../shell/keys.ts';
import { Message } from '../../shell/Message.tsx';
import { UnreadableNotice } from '../../shell/UnreadableNotice.tsx';
import { autosave } from '../../api/saving/autosave.ts';
import { Button } from '../../ui/Button.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { Board } from './Board.tsx';
import { BoardBar, SwitchValues } from './BoardBar.tsx';
import { BoardFoot } from './BoardFoot.tsx';
import {
  openBoard,
  redoBoard,
  setBoard,
  setBoardView,
  undoBoard,
  useBoardDocument,
  useBoardState,
  useBoardView,
} from './boardStore.ts';
import { CameraSheetView } from './CameraSheetView.tsx';
import { ClipTrial } from './ClipTrial.tsx';
import { CellWindow } from './CellWindow.tsx';
import { GateWindow, gateWords } from './GateWindow.tsx';
import { RunsWindow } from './RunsWindow.tsx';
import { hasEndurance, useBoard } from './useBoard.ts';
import { type TrialMaterial, useTrialMaterial } from './useTrialMaterial.ts';
import { tip } from '../../ui/tip.ts';

type Tab = 'board' | 'cameras' | 'clip';
const tabs: { value: Tab; label: string; hint: string }[] = [
  { value: 'board', label: 'Board', hint: 'Looks and plates under what may happen to them' },
  { value: 'cameras', label: 'Cross-camera', hint: 'The same scene and chart through every camera' },
  { value: 'clip', label: 'Clip', hint: 'A look over the frames of a clip' },
];

/** The look that is tried where the looks are on no side of the board. */
function triedLook({ base, switch: third }: Trial, chosen: number): string {
  return third?.axis === 'looks' ? String(third.values[chosen]) : base.lookId;
}

/** The board of the project, as it was left or a first one, and why it is not there. */
function useOwnBoard(material: TrialMaterial) {
  const { id } = useOpenProject();
  const { data, error } = useKeptBoard(id);
  const { usual } = material;
  useEffect(() => {
    // What a board names and is not there any more is said above it; the board stays as it was left.
    if (data) void openBoard(id, boardFrom('side-by-side', usual));
  }, [id, data, usual]);
  return { unreadable: data?.unreadable ?? [], error: data ? null : error };
}

const noVersions: { id: string; version: number }[] = [];
/** Versions of looks that a board names. */
function versionsOn(board: Trial | undefined) {
  if (!board) return noVersions;
  return onBoard(board).looks.flatMap((key) => {
    const { id, version } = readLookKey(key);
    return version === null ? [] : [{ id, version }];
  });
}

function LaidOut({ trial, material }: { trial: Trial; material: TrialMaterial }) {
  const project = useOpenProject();
  const asked = useBoardView((s) => s.chosen);
  const chosen = Math.min(asked, (trial.switch?.values.length ?? 1) - 1);
  const board = useBoard(trial, chosen, material);
  const order = useOrderTrial();
  const [window, setWindow] = useState<'gate' | 'runs' | null>(null);
  const [trouble, setTrouble] = useState('');
  const state = useBoardState(project.id);
  const unsaved = state && 'why' in state ? `The board is not saved: ${state.why}` : '';
  const missing = useMemo(
    () => (material.isWhole ? refuseBoard(trial, material.sources) : []),
    [trial, material],
  );
  const keep = async () => {
    setTrouble('');
    try {
      await autosave.flush();
      await order.mutateAsync({
        projectId: project.id,
        order: { trial, endurance: hasEndurance(trial) || trial.columns.axis === 'looks' },
      });
      setWindow('runs');
    } catch (error) {
      setTrouble((error as Error).message);
    }
  };
  const change = (next: Trial) => {
    const { switch: third, columns } = next;
    const isOther = third?.axis !== trial.switch?.axis;
    setBoard(project.id, next);
    setBoardView({
      ...(isOther ? { chosen: third && axisOf(third.axis).rest !== null ? restColumn(third) : 0 } : {}),
      spot: { row: 0, column: restColumn(columns) },
    });
  };
  return (
    <>
      <BoardBar
        trial={trial}
        board={board}
        material={material}
        onChange={change}
        onKeep={() => void keep()}
        onGate={() => setWindow('gate')}
        onRuns={() => setWindow('runs')}
        gateWords={gateWords(project.gate)}
        isOrdering={order.isPending}
      />
      {(trouble || unsaved || missing.length > 0) && (
        <p role="alert" className="px-4 py-1 text-ember text-[12.5px]">
          ▲{' '}
          {trouble ||
            unsaved ||
            `${missing.slice(0, 3).join('; ')}. Take it off the board, or lay out another.`}
        </p>
      )}
      <Board trial={trial} board={board} material={material} />
      <BoardFoot trial={trial} board={board} material={material} lookId={triedLook(trial, chosen)} />
      <CellWindow trial={trial} board={board} material={material} chosen={chosen} />
      <GateWindow open={window === 'gate'} onClose={() => setWindow(null)} />
      <RunsWindow
        open={window === 'runs'}
        onClose={() => setWindow(null)}
        onBoard={(next) => {
          change(next);
          setWindow(null);
        }}
      />
    </>
  );
}

function Trials() {
  const { id } = useOpenProject();
  const trial = useBoardDocument(id);
  const named = useMemo(() => versionsOn(trial), [trial]);
  const material = useTrialMaterial(named);
  const { unreadable, error } = useOwnBoard(material);
  const [tab, setTab] = useState<Tab>('board');
  useUndoKeys(undoBoard, redoBoard);
  return (
    <main className="flex-1 min-h-0 flex flex-col bg-g1">
      <h2 className="sr-only">Trials</h2>
      <div className="flex items-center px-3 h-8 border-b border-g0 shrink-0">
        <Segments<Tab> label="Trials" value={tab} options={tabs} onChange={setTab} />
        <span className="flex-1 min-w-0 overflow-x-auto px-6">
          {tab === 'board' && trial?.switch && <SwitchValues layout={trial.switch} material={material} />}
        </span>
        <Button kind="text" className="text-[12px]" onClick={undoBoard} {...tip('Ctrl Z')}>
          Undo
        </Button>
      </div>
      <UnreadableNotice rows={unreadable} />
      {tab === 'board' && error && <Message text={error.message} retry />}
      {tab === 'board' && trial && <LaidOut trial={trial} material={material} />}
      {tab === 'cameras' && <CameraSheetView material={material} />}
      {tab === 'clip' && <ClipTrial material={material} />}
    </main>
  );
}

/** Trials: a look where it will be used. */
export function TrialsScreen() {
  const { id, looks } = useOpenProject();
  const plates = usePlates();
  if (plates.length === 0)
    return (
      <EmptyStation
        text="A look is worth releasing when it has been tried where it will be used: over and under, in other light, on other cameras, in 8 bits. Bring plates to try it on."
        to={`/${id}/plates`}
        action="Bring plates"
      />
    );
  if (looks.length === 0) return null;
  return <Trials />;
}
