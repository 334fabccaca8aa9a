import { useSize } from '../../../ui/useSize.ts';
import { PlotBackdrop, type Spread } from '../plot/PlotBackdrop.tsx';
import { plotPath, plotScale } from '../plot/plotScale.ts';
import { lineColours } from '../plot/lineColours.ts';
import { ParamHandle } from '../plot/ParamHandle.tsx';
import { setNumber } from '../setNumber.ts';
import { stepNumbers } from '../stepNumbers.ts';
import type { FilmHandleSpec } from './filmHandles.ts';
import type { FilmPlot } from './filmPlots.ts';
import type { LookStep } from '@velvet-dusk/core/look/document';

interface FilmDiagramProps {
  plot: FilmPlot;
  handles: readonly { step: LookStep; spec: FilmHandleSpec }[];
  /** The plate's own stops, behind curves over stops. */
  spread: Spread | null;
}

/** Densities of the three layers over an axis, with the parameters that move them. */
export function FilmDiagram({ plot, handles, spread }: FilmDiagramProps) {
  const [ref, size] = useSize<HTMLDivElement>();
  const s = plotScale(size.width, size.height, plot.x, plot.y);
  return (
    <div ref={ref} className="flex-1 min-w-0 min-h-0">
      <svg
        width={size.width}
        height={size.height}
        role="group"
        aria-label={`${plot.title}: ${plot.y.label} over ${plot.x.label}`}
      >
        <PlotBackdrop s={s} ticks={{ x: plot.x.ticks, y: plot.y.ticks }} spread={spread} />
        <text x={s.right} y={16} textAnchor="end" fontSize={11} className="fill-t2">
          {plot.title}
        </text>
        <text x={s.right} y={29} textAnchor="end" fontSize={10.5} className="fill-t3">
          over {plot.x.label}
        </text>
        {plot.lines.map((line, c) => (
          <path
            key={c}
            d={plotPath(s, plot.xs, (_, i) => line[i])}
            fill="none"
            stroke={lineColours[c]}
            strokeWidth={1.4}
          />
        ))}
        {handles.map(({ step, spec }) => (
          <ParamHandle
            key={spec.key}
            s={s}
            at={spec.at}
            along={spec.along}
            spec={stepNumbers(step.type).get(spec.key)!}
            value={step.params[spec.key] as number}
            set={(v) => setNumber(step, spec.key, stepNumbers(step.type).get(spec.key)!, v)}
            place="on the curve"
            perUnit={() => spec.perUnit}
            shape="bar"
          />
        ))}
      </svg>
    </div>
  );
}
