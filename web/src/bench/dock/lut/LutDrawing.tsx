import { keepPreviousData, useQuery } from '@tanstack/react-query';
import type { LookStep } from '@velvet-dusk/core/look/document';
import { useRendering } from '../../useBench.ts';
import { useMeasured } from '../../../state/measured.ts';
import { useSize } from '../../../ui/useSize.ts';
import { engine } from '../../../workers/index.ts';
import { plateAxes } from '../plot/plateAxes.ts';
import { evenPlaces, plotScale } from '../plot/plotScale.ts';
import { ResponseLines } from '../response/ResponseLines.tsx';
import { responsePlaces } from '../response/responseScale.ts';
import type { ResponseView } from '../response/responseKinds.ts';

interface LutDrawingProps {
  step: LookStep;
  view: ResponseView;
  picked: number | null;
}

/** What the file does at its strength, measured through it in the engine worker, over the plate's own spread. */
export function LutDrawing({ step, view, picked }: LutDrawingProps) {
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const distribution = useMeasured((s) => s.analysis?.distribution ?? null);
  const rendering = useRendering();
  const axis = plateAxes[view.axis];
  const places = evenPlaces(axis, responsePlaces);
  const { params, strength } = step;
  const { data: lines, error } = useQuery({
    queryKey: ['response', params, strength, rendering, view.id],
    queryFn: () =>
      engine.response({
        step,
        rendering,
        places,
        view: { axis: view.axis, quantity: view.quantity },
      }),
    placeholderData: keepPreviousData,
    retry: false,
  });
  return (
    <div ref={ref} className="relative h-full">
      <svg width={width} height={height} role="img" aria-label={`${view.label} over ${view.axis}`}>
        <ResponseLines
          s={plotScale(width, height, axis, view.y)}
          view={view}
          xs={places}
          lines={lines ?? []}
          distribution={distribution}
          picked={picked}
          on={step.on}
        />
      </svg>
      {error && (
        <p role="alert" className="absolute left-12 top-2 text-ember">
          ▲ {error.message}
        </p>
      )}
    </div>
  );
}
