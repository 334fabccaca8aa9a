import type { KeyboardEvent } from 'react';
import type { LookStep } from '@velvet-dusk/core/look/document';
import { responseOf } from '@velvet-dusk/core/look/response';
import type { NumberFieldSpec } from '@velvet-dusk/core/numberField';
import { editParams, editStep } from '../../../state/document.ts';
import { arrowStep } from '../../../ui/arrowStep.ts';
import { useDrag } from '../../../ui/useDrag.ts';
import type { PlotScale } from '../plot/plotScale.ts';
import { lineColours } from './lineColours.ts';
import type { Handle, ResponseView } from './responseKinds.ts';

interface ResponseHandleProps {
  step: LookStep;
  view: ResponseView;
  handle: Handle;
  spec: NumberFieldSpec;
  s: PlotScale;
  /** The value of its line where it sits. */
  y: number;
}

/** Sets a number of a step, held to its limits; a step that was off is switched on by being moved. */
export function setNumber(step: LookStep, key: string, { min, max }: NumberFieldSpec, value: number): void {
  if (!step.on) editStep(step.id, { on: true });
  editParams(step.id, () => ({ [key]: Number(Math.min(Math.max(value, min), max).toFixed(4)) }));
}

/** How far the line moves at a place for one unit of the parameter, tried on the step itself. */
function slopeAt(
  step: LookStep,
  { axis, quantity, y }: ResponseView,
  handle: Handle,
  x: number,
  spec: NumberFieldSpec,
) {
  const value = step.params[handle.key] as number;
  const by = (spec.max - spec.min) * 1e-3;
  const [low, high] = [Math.max(value - by, spec.min), Math.min(value + by, spec.max)];
  const at = (v: number) =>
    responseOf({ ...step, params: { ...step.params, [handle.key]: v } }, axis, quantity, [x])[
      handle.line ?? 0
    ][0];
  const slope = (at(high) - at(low)) / (high - low);
  // Where the step does nothing here, the whole height stands for the whole parameter.
  return Math.abs(slope) > 1e-4 ? slope : (y.max - y.min) / (spec.max - spec.min);
}

/** A parameter where it acts: dragged along the axis, or up and down with the line following. */
export function ResponseHandle({ step, view, handle, spec, s, y }: ResponseHandleProps) {
  const value = step.params[handle.key] as number;
  const x = handle.x(step.params as Record<string, number>);
  const set = (v: number) => setNumber(step, handle.key, spec, v);
  const drag = useDrag({
    start: () => ({ value, slope: handle.along === 'y' ? slopeAt(step, view, handle, x, spec) : 1 }),
    move: ({ dx, dy }, from) =>
      set(from.value + (handle.along === 'x' ? dx / s.perX : -dy / s.perY / from.slope)),
  });
  const onKeyDown = (e: KeyboardEvent) => {
    const steps = arrowStep(e);
    if (steps === 0) return;
    e.preventDefault();
    e.stopPropagation();
    set(value + steps * spec.step);
  };
  const px = Math.min(Math.max(s.x(x), s.x(s.xAt(0)) + 44), s.right - 4);
  const py = s.y(y);
  const colour =
    view.quantity === 'channels' && handle.along === 'y' ? lineColours[handle.line ?? 0] : '#bdbdbd';
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={`${spec.label} handle`}
      aria-orientation={handle.along === 'x' ? 'horizontal' : 'vertical'}
      aria-valuemin={spec.min}
      aria-valuemax={spec.max}
      aria-valuenow={value}
      aria-valuetext={`${value.toFixed(2)} ${spec.unit}`.trim()}
      className={`${handle.along === 'x' ? 'cursor-ew-resize' : 'cursor-ns-resize'} touch-none focus:outline-none group`}
      onKeyDown={onKeyDown}
      onDoubleClick={() => set(spec.rest)}
      {...drag}
    >
      <title>{spec.label}</title>
      <circle cx={px} cy={py} r={11} fill="transparent" />
      {handle.along === 'x' ? (
        <path
          d={`M${px - 5} ${py + 6}h10l-5 -9z`}
          className="fill-t2 group-hover:fill-violet group-focus-visible:stroke-white"
        />
      ) : (
        <rect
          {...{ x: px - 7, y: py - 3, width: 14, height: 6, rx: 1 }}
          fill={colour}
          className="stroke-g0 group-hover:stroke-violet group-focus-visible:stroke-white"
          strokeWidth={1.5}
        />
      )}
    </g>
  );
}
