import { useState } from 'react';
import type { LookStep } from '@velvet-dusk/core/look/document';
import { useMeasured } from '../../../state/measured.ts';
import { setView } from '../../../state/view.ts';
import { Button } from '../../../ui/Button.tsx';
import { NumberField } from '../../../ui/NumberField.tsx';
import { useSize } from '../../../ui/useSize.ts';
import { EmptyDock } from '../EmptyDock.tsx';
import { PickButton } from '../PickButton.tsx';
import { ViewTabs } from '../ViewTabs.tsx';
import { useStepOf } from '../useStepOf.ts';
import { CurveDrawing } from './CurveDrawing.tsx';
import { curveKinds } from './curveKinds.ts';
import { addPoint, movePoint, pointsOf, removePoint } from './pointEdit.ts';

const about =
  'Curves bend tone over stops from mid-grey, for all channels or for one, and saturation over luminance or over ' +
  'itself. They never turn tones round.';
const types = ['curves', 'satByLuminance', 'satBySaturation'] as const;

/** Curves through points: tone by channel, saturation by luminance and by saturation. */
export function CurvesDock() {
  const step = useStepOf(...types);
  return step ? <CurveEditor step={step} /> : <EmptyDock text={about} types={types} />;
}

function CurveEditor({ step }: { step: LookStep }) {
  const [kindId, setKindId] = useState('master');
  const [chosen, setChosen] = useState(0);
  const [ref, size] = useSize<HTMLDivElement>();
  const distribution = useMeasured((s) => s.analysis?.distribution ?? null);
  const kinds = curveKinds.filter((k) => k.step === step.type);
  const kind = kinds.find((k) => k.id === kindId) ?? kinds[0];
  const points = pointsOf(step, kind);
  const index = Math.min(chosen, points.length - 1);
  const put = (x: number) => {
    setView({ stepId: step.id });
    const at = addPoint(step, kind, x);
    if (at >= 0) setChosen(at);
  };
  return (
    <div className="h-full flex flex-col">
      <div className="flex items-center gap-3 px-4 h-7 text-[12px]">
        <ViewTabs views={kinds} view={kind} onChange={setKindId} />
        <span className="flex-1" />
        <PickButton
          what={`a tone for the curve (${kind.label})`}
          stepId={step.id}
          onPick={(s) => put(kind.picked(s))}
        />
      </div>
      <div ref={ref} className="flex-1 min-h-0">
        <CurveDrawing
          {...size}
          step={step}
          kind={kind}
          chosen={index}
          distribution={distribution}
          behind={kinds.filter((k) => k !== kind)}
          onChoose={(i) => {
            setView({ stepId: step.id });
            setChosen(i);
          }}
          onPut={put}
        />
      </div>
      <div className="flex items-baseline gap-4 px-4 h-7 text-[12px]" role="group" aria-label="Point">
        <span className="text-t2">
          Point {index + 1} of {points.length}
        </span>
        {(['x', 'y'] as const).map((key) => (
          <NumberField
            key={key}
            label={key === 'x' ? 'In' : 'Out'}
            unit={key === 'x' ? kind.xUnit : kind.yUnit}
            {...kind[key]}
            step={(kind[key].max - kind[key].min) / 200}
            rest={key === 'x' ? points[index].x : kind.rest(points[index].x)}
            digits={kind.digits}
            signed={kind[key].min < 0}
            value={points[index][key]}
            onChange={(v) => movePoint(step, kind, index, { [key]: v })}
          />
        ))}
        <span className="flex-1" />
        <span className="text-t3">double-click puts a point</span>
        <Button kind="text" disabled={points.length <= 2} onClick={() => removePoint(step, kind, index)}>
          Remove point
        </Button>
      </div>
    </div>
  );
}
