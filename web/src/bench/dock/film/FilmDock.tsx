import { useMemo, useState } from 'react';
import { systemLights } from '@velvet-dusk/core/film/system';
import type { LookStep } from '@velvet-dusk/core/look/document';
import { stepDefinition } from '@velvet-dusk/core/look/steps/index';
import type { PrintParams } from '@velvet-dusk/core/look/steps/print';
import { useDocument } from '../../../state/document.ts';
import { useMeasured } from '../../../state/measured.ts';
import { setView, useView } from '../../../state/view.ts';
import { Button } from '../../../ui/Button.tsx';
import { Fader } from '../../../ui/Fader.tsx';
import type { CurrentPlate } from '../../useBench.ts';
import { EmptyDock } from '../EmptyDock.tsx';
import { plateAxes } from '../plot/plateAxes.ts';
import { setNumber } from '../setNumber.ts';
import { stepNumbers } from '../stepNumbers.ts';
import { Audition } from './Audition.tsx';
import { FilmDiagram } from './FilmDiagram.tsx';
import { filmHandles } from './filmHandles.ts';
import { filmPlots } from './filmPlots.ts';
import { filmSteps } from '@velvet-dusk/core/look/filmStock';
import { type FilmSteps, setLocked, systemOf } from './filmSteps.ts';
import { StockChoice } from './StockChoice.tsx';
import { StockWindow } from './StockWindow.tsx';
import { WedgeWindow } from './WedgeWindow.tsx';
import { tip } from '../../../ui/tip.ts';

const about =
  'A negative and a print, as sensitometry: layers that see, develop and hold each other back, lights that time a ' +
  'grey to neutral, and the curves of the paper. A print is the rendering itself; a negative alone goes on as a scan.';

const lightKeys = ['red', 'green', 'blue'];

/** Negative, lights and print as three linked diagrams. */
export function FilmDock(current: CurrentPlate) {
  const look = useDocument((s) => s.look);
  const steps = useMemo(() => filmSteps(look), [look]);
  if (!steps.negative && !steps.print) return <EmptyDock text={about} types={['negative', 'print']} />;
  return <Film {...current} steps={steps} />;
}

function Faders({ step, without }: { step: LookStep; without: readonly string[] }) {
  return [...stepNumbers(step.type)]
    .filter(([key]) => !without.includes(key))
    .map(([key, spec]) => (
      <Fader
        key={key}
        {...spec}
        digits={key === 'density' || lightKeys.includes(key) ? 1 : 2}
        signed={spec.min < 0 && !lightKeys.includes(key)}
        value={step.params[key] as number}
        onChange={(v) => setNumber(step, key, spec, v)}
      />
    ));
}

/** The lights, as the timer set them or as they are held. */
function LightsRow({ steps }: { steps: FilmSteps }) {
  const lights = systemLights(systemOf(steps));
  if (!steps.print || !lights) return null;
  const { locked } = steps.print.params as PrintParams;
  return (
    <span className="flex items-baseline gap-2">
      <span className="num text-t1" aria-label="Lights, red green blue, points">
        {lights.map((l) => l.toFixed(1)).join('  ')}
      </span>
      <button
        type="button"
        role="switch"
        aria-checked={locked}
        aria-label="Lights locked"
        {...tip(
          'The timer prints an 18 % grey neutral at the aim density at every change, unless its lights are locked',
        )}
        className={`hover:underline ${locked ? 'text-ember' : 'text-t3'}`}
        onClick={() => setLocked(steps, !locked)}
      >
        {locked ? 'lights locked' : 'timed'}
      </button>
    </span>
  );
}

function Film({ steps, ...current }: CurrentPlate & { steps: FilmSteps }) {
  const [opened, setOpened] = useState<'stock' | 'wedge' | null>(null);
  const audition = useView((s) => s.audition);
  const distribution = useMeasured((s) => s.analysis?.distribution ?? null);
  const system = useMemo(() => systemOf(steps), [steps]);
  const plots = useMemo(() => filmPlots(system), [system]);
  const handles = filmHandles(steps, plots, system);
  const locked = (steps.print?.params as PrintParams | undefined)?.locked;
  return (
    <div className="h-full flex flex-col">
      <div className="flex items-center gap-4 px-4 h-7 text-[12px]">
        <StockChoice kind="negative" step={steps.negative} />
        <StockChoice kind="print" step={steps.print} />
        <LightsRow steps={steps} />
        <span className="flex-1" />
        <Button
          kind="text"
          aria-pressed={audition !== null}
          onClick={() => setView({ audition: audition ? null : 'negative' })}
        >
          {audition ? 'Curves' : 'Audition'}
        </Button>
        <Button kind="text" onClick={() => setOpened('stock')}>
          Edit stocks
        </Button>
        <Button kind="text" onClick={() => setOpened('wedge')}>
          Fit a wedge
        </Button>
      </div>
      <div className="flex-1 min-h-0 flex">
        {audition ? (
          <Audition {...current} steps={steps} kind={audition} />
        ) : (
          plots.map((plot, i) =>
            plot ? (
              <FilmDiagram
                key={plot.title}
                plot={plot}
                handles={handles[i]}
                spread={distribution && i !== 1 ? plateAxes.stops.spread(distribution) : null}
              />
            ) : null,
          )
        )}
        <div className="w-[236px] pl-2 pr-3 py-0.5 scroll-quiet" role="group" aria-label="Film faders">
          {steps.negative && <Faders step={steps.negative} without={[]} />}
          {steps.print && <Faders step={steps.print} without={locked ? [] : lightKeys} />}
          {steps.print && <p className="pt-1 text-[11px] text-t3">{stepDefinition('print').worth}</p>}
        </div>
      </div>
      <StockWindow open={opened === 'stock'} onClose={() => setOpened(null)} steps={steps} />
      <WedgeWindow open={opened === 'wedge'} onClose={() => setOpened(null)} negative={steps.negative} />
    </div>
  );
}
