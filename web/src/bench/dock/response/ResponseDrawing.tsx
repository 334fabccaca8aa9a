import { useMemo } from 'react';
import type { LookStep } from '@velvet-dusk/core/look/document';
import { responseOf } from '@velvet-dusk/core/look/response';
import type { NumberFieldSpec } from '@velvet-dusk/core/numberField';
import type { ColourDistribution } from '@velvet-dusk/core/scopes/colourDistribution';
import { ParamHandle } from '../plot/ParamHandle.tsx';
import { plateAxes } from '../plot/plateAxes.ts';
import { evenPlaces, plotScale } from '../plot/plotScale.ts';
import { lineColours } from '../plot/lineColours.ts';
import { ResponseLines } from './ResponseLines.tsx';
import { responsePlaces, restOf } from './responseScale.ts';
import { setNumber } from '../setNumber.ts';
import { slopeAt } from './slopeAt.ts';
import type { ResponseView } from './responseKinds.ts';

interface ResponseDrawingProps {
  width: number;
  height: number;
  step: LookStep;
  view: ResponseView;
  specs: ReadonlyMap<string, NumberFieldSpec>;
  distribution: ColourDistribution | null;
  /** A place picked on the picture. */
  picked: number | null;
}

/** What a step does over an axis, measured on the step itself, with its parameters where they act. */
export function ResponseDrawing({
  width,
  height,
  step,
  view,
  specs,
  distribution,
  picked,
}: ResponseDrawingProps) {
  const axis = plateAxes[view.axis];
  const s = plotScale(width, height, axis, view.y);
  const { type, params, strength } = step;
  const { xs, lines, atHandles } = useMemo(() => {
    const even = evenPlaces(axis, responsePlaces);
    const alone = { type, params, strength };
    const held = view.handles.map((h) =>
      Math.min(Math.max(h.x(params as Record<string, number>), axis.min), axis.max),
    );
    return {
      xs: even,
      lines: responseOf(alone, view.axis, view.quantity, even),
      atHandles: responseOf(alone, view.axis, view.quantity, held),
    };
  }, [axis, view, type, params, strength]);
  return (
    <svg width={width} height={height} role="group" aria-label={`${view.label} over ${view.axis}`}>
      <ResponseLines
        s={s}
        view={view}
        xs={xs}
        lines={lines}
        distribution={distribution}
        picked={picked}
        on={step.on}
      />
      {view.handles.map((handle, i) => (
        <ParamHandle
          key={handle.key}
          s={s}
          spec={specs.get(handle.key)!}
          along={handle.along}
          value={step.params[handle.key] as number}
          set={(v) => setNumber(step, handle.key, specs.get(handle.key)!, v)}
          place="handle"
          at={[
            handle.x(step.params as Record<string, number>),
            handle.along === 'x' ? restOf(view) : atHandles[handle.line ?? 0][i],
          ]}
          perUnit={() => (handle.along === 'x' ? 1 : 1 / slopeAt(step, view, handle, specs.get(handle.key)!))}
          shape={handle.along === 'x' ? 'wedge' : 'bar'}
          {...(view.quantity === 'channels' && { colour: lineColours[handle.line ?? 0] })}
        />
      ))}
    </svg>
  );
}
