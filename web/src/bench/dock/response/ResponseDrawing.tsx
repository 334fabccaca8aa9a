import { useMemo } from 'react';
import type { LookStep } from '@velvet-dusk/core/look/document';
import { responseOf } from '@velvet-dusk/core/look/response';
import type { NumberFieldSpec } from '@velvet-dusk/core/numberField';
import type { ColourDistribution } from '@velvet-dusk/core/scopes/colourDistribution';
import { ParamHandle } from '../plot/ParamHandle.tsx';
import { plateAxes } from '../plot/plateAxes.ts';
import { PlotBackdrop } from '../plot/PlotBackdrop.tsx';
import { evenPlaces, plotMargin, plotPath, plotScale } from '../plot/plotScale.ts';
import { lineColours, singleLine } from '../plot/lineColours.ts';
import { slopeAt } from './slopeAt.ts';
import type { ResponseView } from './responseKinds.ts';

const places = 121;
/** Quantities that are factors rest at 1, changes at 0. */
const restOf = (view: ResponseView) => (view.quantity === 'saturation' ? 1 : 0);

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
    const even = evenPlaces(axis, places);
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
  const middle = (view.y.min + view.y.max) / 2;
  return (
    <svg width={width} height={height} role="group" aria-label={`${view.label} over ${view.axis}`}>
      <PlotBackdrop
        s={s}
        ticks={{ x: axis.ticks, y: [view.y.min, middle, view.y.max] }}
        spread={distribution && axis.spread(distribution)}
        colourAt={axis.colourAt}
      />
      <line
        {...{ x1: plotMargin.left, x2: s.right, y1: s.y(restOf(view)), y2: s.y(restOf(view)) }}
        strokeDasharray="3 3"
        className="stroke-g5"
      />
      {picked !== null && (
        <line
          {...{ x1: s.x(picked), x2: s.x(picked), y1: plotMargin.top, y2: s.bottom }}
          className="stroke-violet"
          strokeDasharray="2 2"
        />
      )}
      {lines.map((values, line) => (
        <path
          key={line}
          d={plotPath(s, xs, (_, i) => values[i])}
          fill="none"
          stroke={lines.length > 1 ? lineColours[line] : singleLine}
          strokeWidth={1.5}
          opacity={step.on ? 0.95 : 0.4}
        />
      ))}
      {view.handles.map((handle, i) => (
        <ParamHandle
          key={handle.key}
          {...{ step, s, spec: specs.get(handle.key)!, name: handle.key, along: handle.along }}
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
