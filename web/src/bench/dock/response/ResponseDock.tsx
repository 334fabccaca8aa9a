import { useState } from 'react';
import type { LookStep } from '@velvet-dusk/core/look/document';
import { digitsOf } from '@velvet-dusk/core/numberField';
import { stepDefinition, type StepType } from '@velvet-dusk/core/look/steps/index';
import { useMeasured } from '../../../state/measured.ts';
import { setView } from '../../../state/view.ts';
import type { Sample } from '../../../workers/sample.ts';
import { Button } from '../../../ui/Button.tsx';
import { Fader } from '../../../ui/Fader.tsx';
import { useSize } from '../../../ui/useSize.ts';
import { dockLabels, dockOf } from '../docks.ts';
import { PickButton } from '../PickButton.tsx';
import { plateAxes } from '../plot/plateAxes.ts';
import { stepNumbers } from '../stepNumbers.ts';
import { ResponseDrawing } from './ResponseDrawing.tsx';
import { setNumber } from '../setNumber.ts';
import { responseKinds, type ResponseView } from './responseKinds.ts';
import { ViewTabs } from '../ViewTabs.tsx';

/** A step by what it does: the measured line over the plate's own spread, and a fader for each of its numbers. */
export function ResponseDock({ step }: { step: LookStep }) {
  const [viewId, setViewId] = useState('');
  const [picked, setPicked] = useState<{ axis: string; at: number } | null>(null);
  const [ref, size] = useSize<HTMLDivElement>();
  const distribution = useMeasured((s) => s.analysis?.distribution ?? null);
  const views = responseKinds[step.type as StepType]!;
  const view = views.find((v) => v.id === viewId) ?? views[0];
  const definition = stepDefinition(step.type);
  const specs = stepNumbers(step.type);
  const dock = dockLabels.find((d) => d.value === dockOf[step.type as StepType])!;
  const shownFaders = [...specs].filter(([key]) => !view.faders || view.faders.includes(key));

  const take = ({ atStep }: Sample) => {
    const at = plateAxes[view.axis].at(atStep);
    setPicked({ axis: view.axis, at });
    moveNearest(step, view, at);
  };
  return (
    <div className="h-full flex flex-col">
      <div className="flex items-center gap-3 px-4 h-7 text-[12px]">
        <span className="text-t1">{definition.label}</span>
        <ViewTabs views={views} view={view} onChange={setViewId} />
        {definition.worth && <span className="text-t3">{definition.worth}</span>}
        <span className="flex-1" />
        <Button kind="text" onClick={() => setView({ stepId: '' })}>
          Whole {dock.label.toLowerCase()} dock
        </Button>
        <PickButton what={`a colour for ${definition.label.toLowerCase()}`} stepId={step.id} onPick={take} />
      </div>
      <div className="flex-1 min-h-0 flex">
        <div ref={ref} className="flex-1 min-w-0">
          <ResponseDrawing
            {...size}
            step={step}
            view={view}
            specs={specs}
            distribution={distribution}
            picked={picked && picked.axis === view.axis ? picked.at : null}
          />
        </div>
        <div
          className="w-[300px] pr-4 py-1 scroll-quiet"
          role="group"
          aria-label={`${definition.label} faders`}
        >
          {shownFaders.map(([key, spec]) => (
            <Fader
              key={key}
              {...spec}
              digits={digitsOf(spec)}
              signed={spec.min < 0}
              value={step.params[key] as number}
              onChange={(v) => setNumber(step, key, spec, v)}
            />
          ))}
        </div>
      </div>
    </div>
  );
}

/** A picked tone becomes the place where the nearest movable place of the step lies. */
function moveNearest(step: LookStep, { handles }: ResponseView, at: number): void {
  const params = step.params as Record<string, number>;
  const [nearest] = handles
    .filter((h) => h.along === 'x')
    .sort((a, b) => Math.abs(a.x(params) - at) - Math.abs(b.x(params) - at));
  const spec = nearest && stepNumbers(step.type).get(nearest.key);
  if (spec) setNumber(step, nearest.key, spec, Number(at.toFixed(1)));
}
