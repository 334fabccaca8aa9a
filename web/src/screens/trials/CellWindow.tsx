import { percent } from '@velvet-dusk/core/numeric/percent';
import { useQuery } from '@tanstack/react-query';
import { type KeyboardEvent, useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import type { Plate } from '@velvet-dusk/core/api/contract';
import { placeWords } from '@velvet-dusk/core/trial/boardWords';
import type { Condition } from '@velvet-dusk/core/trial/condition';
import type { Trial } from '@velvet-dusk/core/trial/document';
import { worstVerdict } from '@velvet-dusk/core/numeric/verdict';
import { signed } from '@velvet-dusk/core/numeric/signed';
import { readLookKey } from '@velvet-dusk/core/trial/lookKey';
import { worstReading } from '@velvet-dusk/core/trial/worst';
import { useOpenProject } from '../../api/openProject.ts';
import { autosave } from '../../api/saving/autosave.ts';
import { lanes } from '@velvet-dusk/core/proposals/remedy';
import { acceptOffer, editPlateStrength, editShot, useDocument } from '../../state/document.ts';
import { setView } from '../../state/view.ts';
import { Button } from '../../ui/Button.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { VerdictMark } from '../../ui/VerdictMark.tsx';
import { Window } from '../../ui/Window.tsx';
import { atOnce, boardCrew } from '../../workers/crew.ts';
import type { CellView } from '../../workers/trials.ts';
import { movedSpot } from './Board.tsx';
import { orderOf } from './boardRunner.ts';
import { setBoardView, useBoardView } from './boardStore.ts';
import { cellKey, type DrawnBoard } from './useBoard.ts';
import type { TrialMaterial } from './useTrialMaterial.ts';
import { tip } from '../../ui/tip.ts';

const views: { value: CellView; label: string }[] = [
  { value: 'look', label: 'Look' },
  { value: 'normalised', label: 'Normalised' },
  { value: 'recorded', label: 'Recorded' },
];

type Order = NonNullable<ReturnType<typeof orderOf>>;

function useSetting(trial: Trial) {
  const { viewing: display, practice, profiles } = useOpenProject();
  return { display, practice, profiles, judged: trial.readings };
}

/** The cell's picture, large, with the place a reading is taken from drawn over it. */
function LargePicture({
  order,
  trial,
  view,
  readingId,
  small,
}: {
  order: Order;
  trial: Trial;
  view: CellView;
  readingId: string;
  small: ImageBitmap | undefined;
}) {
  const ref = useRef<HTMLCanvasElement>(null);
  const setting = useSetting(trial);
  const { data, error } = useQuery({
    queryKey: ['trial cell', order.plate, order.condition, view, readingId, trial.readings, order.look],
    queryFn: ({ signal }) =>
      boardCrew().run('open', [order, setting, { view, readingId }], { signal, priority: atOnce }),
    gcTime: 20_000,
    staleTime: Infinity,
  });
  useEffect(() => {
    const canvas = ref.current;
    const context = canvas?.getContext('2d');
    if (!canvas || !context) return;
    if (!data) {
      if (!small) return;
      [canvas.width, canvas.height] = [small.width, small.height];
      context.drawImage(small, 0, 0);
      return;
    }
    const { image, where } = data;
    [canvas.width, canvas.height] = [image.width, image.height];
    if (!where) return context.putImageData(image, 0, 0);
    // What the reading is not taken from steps back.
    const shown = new ImageData(new Uint8ClampedArray(image.data), image.width, image.height);
    for (let i = 0; i < where.mask.length; i++)
      if (where.mask[i] === 0)
        for (let c = 0; c < 3; c++) shown.data[i * 4 + c] = 40 + shown.data[i * 4 + c] * 0.3;
    context.putImageData(shown, 0, 0);
  }, [data, small]);
  return (
    <div className="bg-g0 aspect-video grid place-items-center relative">
      <canvas ref={ref} role="img" aria-label="The cell, large" className="max-w-full max-h-full" />
      {error && (
        <p role="alert" className="absolute inset-x-0 bottom-2 text-center text-ember">
          ▲ {error.message}
        </p>
      )}
    </div>
  );
}

/** A change of the look, or of the shot, that would mend what fails here. */
function CellProposal({
  order,
  trial,
  readingId,
  onOpen,
}: {
  order: Order;
  trial: Trial;
  readingId: string;
  onOpen(): void;
}) {
  const setting = useSetting(trial);
  const openId = useDocument((s) => s.lookId);
  const { data } = useQuery({
    queryKey: ['trial proposal', order.plate, order.condition, order.look],
    queryFn: ({ signal }) => boardCrew().run('propose', [order, setting], { signal, priority: atOnce }),
    staleTime: Infinity,
  });
  const [taken, setTaken] = useState(false);
  if (!data) return <p className="text-t3">Working out a proposal …</p>;
  const found = data.find((p) => p.readingId === readingId) ?? data[0];
  if (!found) return <p className="text-t3">No single change of the look or the shot would mend this.</p>;
  const [offer] = found.offers;
  const isOfLook = offer.lane === 'look';
  const isOpen = readLookKey(order.condition.lookId).id === openId && !order.condition.lookId.includes('@');
  return (
    <div role="group" aria-label="Proposal" className="grid gap-1">
      <p className="text-t2">{found.problem}</p>
      <p>
        <span className="text-t3">{lanes[offer.lane].label}</span>{' '}
        <span className="text-t1">{offer.does}</span>{' '}
        <span className="num text-t2">
          {found.before} → {offer.predicted.text}
        </span>{' '}
        <VerdictMark verdict={offer.predicted.verdict} />
      </p>
      {taken ? (
        <p role="status" className="text-t2">
          Taken into the look; Ctrl Z on the bench takes it back.
        </p>
      ) : (
        <Button
          kind="text"
          className="justify-self-start"
          onClick={() => {
            if (!isOpen || !isOfLook) return onOpen();
            acceptOffer(offer, order.plate.id);
            setTaken(true);
          }}
        >
          {isOpen && isOfLook ? 'Take it into the look' : 'Try it on the bench'}
        </Button>
      )}
    </div>
  );
}

/** Keeps the strength of a cell with its plate. Where the board has no strengths of its own there is none to keep. */
function CellStrength({ plate, condition }: { plate: Plate; condition: Condition }) {
  const { strength } = condition;
  if (strength === null) return null;
  const { id } = readLookKey(condition.lookId);
  const isKept = plate.strengths[id] === strength;
  return isKept ? (
    <p role="status" className="text-t2">
      Kept with {plate.name}: the look is at {percent(strength)} there. Ctrl Z on the bench takes it back.
    </p>
  ) : (
    <Button
      kind="text"
      className="justify-self-start"
      onClick={() => editPlateStrength(plate.id, id, strength)}
    >
      Keep {percent(strength)} for this plate
    </Button>
  );
}

/** One cell: large, with all readings, where they are taken from, a proposal, and the way to the bench. */
export function CellWindow({
  trial,
  board,
  material,
  chosen,
}: {
  trial: Trial;
  board: DrawnBoard;
  material: TrialMaterial;
  chosen: number;
}) {
  const project = useOpenProject();
  const navigate = useNavigate();
  const { spot, opened } = useBoardView();
  const [view, setCellView] = useState<CellView>('look');
  const [readingId, setReadingId] = useState('');
  const place = board.shown.find(
    (c) => c.row === spot.row && c.column === spot.column && c.switch === chosen,
  );
  const order = place && orderOf(place.condition, material);
  if (!place || !order) return null;
  const cell = board.cells.get(cellKey(place));
  const { exposure, plateId, lookId } = place.condition;
  const verdict = worstVerdict(cell?.readings.map((r) => r.verdict) ?? []);
  const worst = cell && worstReading(cell.readings);
  const plate = project.plates.find((p) => p.id === plateId);

  const openOnBench = async () => {
    const { id } = readLookKey(lookId);
    setView({ lookId: id, plateId, view: 'look', compare: 'one' });
    if (useDocument.getState().lookId !== id) await autosave.open(project, id);
    if (plate && exposure !== 0)
      editShot(plateId, { exposure: Number((plate.shot.exposure + exposure).toFixed(3)) });
    setBoardView({ opened: false });
    void navigate(`/${project.id}/look`);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const target = event.target as HTMLElement;
    if (target.closest('[role=radiogroup], [role=group]') && event.key.startsWith('Arrow')) return;
    const next = movedSpot(event.key, spot, trial);
    if (!next) return;
    event.preventDefault();
    setBoardView({ spot: next });
  };
  return (
    <Window
      open={opened}
      onClose={() => setBoardView({ opened: false })}
      width={1120}
      title={placeWords(trial, place, material.sources)}
      about={
        worst
          ? `${worst.label} ${worst.text}: ${worst.detail}`
          : 'Every judged reading holds. Arrow keys walk the board.'
      }
    >
      <div
        className="px-5 pb-5 grid grid-cols-[1fr_320px] gap-5"
        onKeyDown={onKeyDown}
        data-testid="cell-window"
      >
        <div>
          <div className="flex items-center gap-3 pb-1">
            <Segments<CellView> label="View" small value={view} options={views} onChange={setCellView} />
            <span className="flex-1" />
            <VerdictMark verdict={verdict} word />
          </div>
          <LargePicture order={order} trial={trial} view={view} readingId={readingId} small={cell?.bitmap} />
          <p className="pt-2 flex gap-4 items-baseline">
            <Button disabled={!plate} onClick={() => void openOnBench()}>
              Open on the bench{exposure === 0 ? '' : ` at ${signed(exposure, 1)} stops`}
            </Button>
            {exposure !== 0 && plate && (
              <span className="text-t3 text-[12px]">
                The shot lane of this plate is set so; Ctrl Z there takes it back.
              </span>
            )}
          </p>
        </div>
        <div className="text-[12.5px] grid gap-3 content-start">
          <ul aria-label="Readings of the cell" className="grid">
            {cell?.readings.map((r) => (
              <li key={r.id}>
                <button
                  type="button"
                  aria-pressed={r.id === readingId}
                  {...tip(`Target ${r.target}`)}
                  className={`w-full flex items-baseline gap-2 py-[1px] text-left ${r.id === readingId ? 'text-t1' : 'text-t2 hover:text-t1'}`}
                  onClick={() => setReadingId(r.id === readingId ? '' : r.id)}
                >
                  <VerdictMark verdict={r.verdict} accepted={r.accepted !== undefined} />
                  <span className="flex-1">{r.label}</span>
                  <span className="num text-t1">{r.text}</span>
                </button>
                {r.id === readingId && (
                  <p className="text-t3 text-[12px] pb-1 pl-5">
                    {r.detail} Target {r.target}.
                  </p>
                )}
              </li>
            ))}
          </ul>
          {plate && <CellStrength plate={plate} condition={place.condition} />}
          {worst && (
            <CellProposal
              key={cellKey(place)}
              order={order}
              trial={trial}
              readingId={readingId || worst.id}
              onOpen={() => void openOnBench()}
            />
          )}
        </div>
      </div>
    </Window>
  );
}
