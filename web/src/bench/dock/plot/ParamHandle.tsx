import type { KeyboardEvent } from 'react';
import type { NumberFieldSpec } from '@velvet-dusk/core/numberField';
import { arrowStep } from '../../../ui/arrowStep.ts';
import { useDrag } from '../../../ui/useDrag.ts';
import { plotMargin, type PlotScale } from './plotScale.ts';

interface ParamHandleProps {
  /** The parameter: what is known of it, what it is, and how it is set. */
  spec: NumberFieldSpec;
  value: number;
  set(value: number): void;
  /** What stands behind the parameter's own label for those who hear it. */
  place: string;
  s: PlotScale;
  /** Where it sits, in the values of the drawing. */
  at: readonly [x: number, y: number];
  along: 'x' | 'y';
  /** Change of the parameter for one unit of the axis it is dragged along; asked when a drag begins. */
  perUnit(): number;
  shape: 'bar' | 'wedge';
  colour?: string;
}

const bars = { x: { width: 6, height: 14 }, y: { width: 14, height: 6 } };

/** A parameter where it acts on a drawing: dragged along an axis, stepped by arrows, put to rest by a double click. */
export function ParamHandle({
  spec,
  value,
  set,
  place,
  s,
  at,
  along,
  perUnit,
  shape,
  colour = '#d0d0d0',
}: ParamHandleProps) {
  const drag = useDrag({
    start: () => ({ value, perUnit: perUnit() }),
    move: ({ dx, dy }, from) => set(from.value + (along === 'x' ? dx / s.perX : -dy / s.perY) * from.perUnit),
  });
  const onKeyDown = (e: KeyboardEvent) => {
    const steps = arrowStep(e);
    if (steps === 0) return;
    e.preventDefault();
    e.stopPropagation();
    set(value + steps * spec.step);
  };
  // Inside the drawing even where its place is outside the axis.
  const x = Math.min(Math.max(s.x(at[0]), plotMargin.left + 6), s.right - 4);
  const y = s.y(at[1]);
  const { width, height } = bars[along];
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={`${spec.label} ${place}`}
      aria-orientation={along === 'x' ? 'horizontal' : 'vertical'}
      aria-valuemin={spec.min}
      aria-valuemax={spec.max}
      aria-valuenow={value}
      aria-valuetext={`${value.toFixed(2)} ${spec.unit}`.trim()}
      className={`${along === 'x' ? 'cursor-ew-resize' : 'cursor-ns-resize'} touch-none focus:outline-none group`}
      onKeyDown={onKeyDown}
      onDoubleClick={() => set(spec.rest)}
      {...drag}
    >
      <title>{spec.label}</title>
      <circle cx={x} cy={y} r={11} fill="transparent" />
      {shape === 'wedge' ? (
        <path
          d={`M${x - 5} ${y + 6}h10l-5 -9z`}
          className="fill-t2 group-hover:fill-violet group-focus-visible:stroke-white"
        />
      ) : (
        <rect
          x={x - width / 2}
          y={y - height / 2}
          width={width}
          height={height}
          rx={1}
          fill={colour}
          className="stroke-g0 group-hover:stroke-violet group-focus-visible:stroke-white"
          strokeWidth={1.5}
        />
      )}
    </g>
  );
}
