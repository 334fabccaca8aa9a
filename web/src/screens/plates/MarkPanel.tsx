import { useState } from 'react';
import type { Plate } from '@velvet-dusk/core/api/contract';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import type { ShotAnswer } from '@velvet-dusk/core/look/shot';
import {
  type BoxKind,
  type BoxMark,
  isBox,
  isNeutralKind,
  type Mark,
  markName,
  newMarkId,
} from '@velvet-dusk/core/plate/marks';
import {
  balanceFromNeutral,
  blackForLevel,
  exposureForLevel,
  exposureFromGrey,
} from '@velvet-dusk/core/plate/trim';
import { compileRendering } from '@velvet-dusk/core/render/rendering';
import { setPlateView, usePlateView } from '../../state/plateView.ts';
import { editPlates, editShot } from '../../state/document.ts';
import { useRendering } from '../../bench/useBench.ts';
import { MarkName } from '../../bench/MarkName.tsx';
import { Button } from '../../ui/Button.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import type { PlaceReading } from '../../workers/measureMarks.ts';
import { ChartPanel } from './ChartPanel.tsx';
import { lumaOf } from '@velvet-dusk/core/colour/ycbcr';
import { signed } from '@velvet-dusk/core/numeric/signed';
import type { MarkReadings } from '../../bench/wall/useMarkReadings.ts';

/** Levels a place may be put at, in %, with their defaults (common practice). */
const levels: Partial<Record<BoxKind, { label: string; rest: number }>> = {
  skin: { label: 'Skin at', rest: 50 },
  whiteCard: { label: 'White at', rest: 90 },
  blackCard: { label: 'Black at', rest: 2 },
};

function Actions({ plate, mark, reading }: { plate: Plate; mark: BoxMark; reading: PlaceReading }) {
  const rendering = useRendering();
  const level = levels[mark.kind];
  const [aim, setAim] = useState(level?.rest ?? 50);
  const [answer, setAnswer] = useState<ShotAnswer | null>(null);
  const { area } = reading;
  const { shot } = plate;
  const take = (a: ShotAnswer) => {
    setAnswer(a);
    if ('change' in a) editShot(plate.id, a.change);
  };
  const atLevel = () => {
    const display = compileRendering(rendering);
    take(
      mark.kind === 'blackCard'
        ? blackForLevel(area, shot, display, aim / 100)
        : exposureForLevel(area, shot, display, aim / 100),
    );
  };
  return (
    <div className="pt-1 flex flex-wrap items-center gap-2">
      {isNeutralKind(mark.kind) && (
        <Button onClick={() => take(balanceFromNeutral(area))}>Balance on this</Button>
      )}
      {mark.kind === 'greyCard' && (
        <Button onClick={() => take(exposureFromGrey(area, shot))}>Expose to mid-grey</Button>
      )}
      {level && (
        <>
          <NumberField
            label={level.label}
            value={aim}
            onChange={setAim}
            min={0}
            max={100}
            step={1}
            rest={level.rest}
            digits={0}
            unit="%"
          />
          <Button onClick={atLevel}>Put it there</Button>
        </>
      )}
      {answer && (
        <p role="status" className={`w-full ${'refused' in answer ? 'text-ember' : 'text-t2'}`}>
          {'refused' in answer ? `▲ ${answer.refused}` : `Shot lane: ${answer.says}`}
        </p>
      )}
    </div>
  );
}

function PlaceText({ reading, neutral }: { reading: PlaceReading; neutral: boolean }) {
  const { area, signal, spread } = reading;
  return (
    <dl className="num grid grid-cols-[auto_1fr] gap-x-2 text-t1">
      <dt className="text-t3">recorded</dt>
      <dd>
        {area.code.map((c) => Math.round(c * 1023)).join(' ')} <span className="text-t3">of 1023</span>,{' '}
        {signed(area.stops, 2)} st
      </dd>
      <dt className="text-t3">shown</dt>
      <dd>
        {signal.map((s) => (s * 100).toFixed(1)).join(' ')} <span className="text-t3">%</span>, luma{' '}
        {(lumaOf(...signal) * 100).toFixed(1)} <span className="text-t3">%</span>
        {neutral && `, parade ${spread.toFixed(1)} % apart`}
      </dd>
      {area.clipped > 0 && (
        <>
          <dt className="text-ember">clipped</dt>
          <dd className="text-ember">{(area.clipped * 100).toFixed(1)} %</dd>
        </>
      )}
    </dl>
  );
}

function Entry({ plate, mark, readings }: { plate: Plate; mark: Mark; readings: MarkReadings['readings'] }) {
  const selected = usePlateView((s) => s.markId === mark.id);
  const reading = readings[mark.id];
  const remove = () =>
    editPlates([plate.id], ({ marks }) => ({ marks: marks.filter((m) => m.id !== mark.id) }));
  return (
    <li className={`px-3 py-1.5 border-l-2 ${selected ? 'border-violet bg-g2' : 'border-transparent'}`}>
      <div className="flex items-baseline gap-2">
        <button
          type="button"
          className="font-medium text-left flex-1 hover:text-violet"
          aria-pressed={selected}
          onClick={() => setPlateView({ markId: selected ? '' : mark.id })}
        >
          {markName(mark)}
        </button>
        {selected && isBox(mark) && <MarkName plateId={plate.id} mark={mark} />}
        {selected && (
          <Button kind="text" onClick={remove}>
            Remove
          </Button>
        )}
      </div>
      {!reading ? (
        <p className="text-t3">Reading …</p>
      ) : isBox(mark) && reading.kind === 'box' ? (
        <>
          <PlaceText reading={reading} neutral={isNeutralKind(mark.kind)} />
          {plate.kind === 'plate' && (selected || isNeutralKind(mark.kind)) && (
            <Actions plate={plate} mark={mark} reading={reading} />
          )}
        </>
      ) : (
        !isBox(mark) &&
        reading.kind === 'grid' && <ChartPanel plate={plate} mark={mark} reading={reading} open={selected} />
      )}
    </li>
  );
}

/** The marks of a frame with their readings, and the shot trims they lead to. */
export function MarkPanel({ plate, readings }: { plate: Plate; profile: Profile; readings: MarkReadings }) {
  const tool = usePlateView((s) => s.tool);
  const addInMiddle = () => {
    if (tool === 'select' || tool === 'chart' || tool === 'greyScale') return;
    const mark: Mark = {
      id: newMarkId(plate.marks),
      kind: tool,
      area: { x0: 0.47, y0: 0.46, x1: 0.53, y1: 0.54 },
    };
    editPlates([plate.id], ({ marks }) => ({ marks: [...marks, mark] }));
    setPlateView({ markId: mark.id, tool: 'select' });
  };
  return (
    <section aria-label="Marks and trims" className="border-t border-g0 py-2 text-[12px]">
      <h3 className="px-3 pb-1 font-semibold flex items-baseline">
        Marks
        <span className="ml-auto font-normal text-t3">
          {tool === 'select' ? (
            'choose a kind above, then drag on the frame'
          ) : (
            <Button kind="text" onClick={addInMiddle}>
              Put one in the middle
            </Button>
          )}
        </span>
      </h3>
      {readings.trouble && (
        <p role="alert" className="px-3 text-ember">
          ▲ {readings.trouble}
        </p>
      )}
      {plate.marks.length === 0 && (
        <p className="px-3 text-t2">
          Mark what should be neutral, the skin, a grey card or a chart: the shot lane can be set from them,
          and the readings of the look are taken there.
        </p>
      )}
      <ul>
        {plate.marks.map((m) => (
          <Entry key={m.id} plate={plate} mark={m} readings={readings.readings} />
        ))}
      </ul>
    </section>
  );
}
