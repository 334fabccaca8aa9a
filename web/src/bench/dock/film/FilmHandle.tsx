import type { KeyboardEvent } from 'react';
import type { LookStep } from '@velvet-dusk/core/look/document';
import { arrowStep } from '../../../ui/arrowStep.ts';
import { useDrag } from '../../../ui/useDrag.ts';
import type { PlotScale } from '../plot/plotScale.ts';
import { setNumber } from '../response/ResponseHandle.tsx';
import { stepNumbers } from '../stepNumbers.ts';

export interface FilmHandleSpec {
  key: string;
  /** Where it sits, in the values of its diagram. */
  at: readonly [x: number, y: number];
  along: 'x' | 'y';
  /** Change of the parameter for one unit along its axis. */
  perUnit: number;
}

/** A parameter that is dragged on the curve it moves. */
export function FilmHandle({ step, s, spec }: { step: LookStep; s: PlotScale; spec: FilmHandleSpec }) {
  const field = stepNumbers(step.type).get(spec.key)!;
  const value = step.params[spec.key] as number;
  const set = (v: number) => setNumber(step, spec.key, field, v);
  const drag = useDrag({
    start: () => ({ value, perUnit: spec.perUnit }),
    move: ({ dx, dy }, from) =>
      set(from.value + (spec.along === 'x' ? dx / s.perX : -dy / s.perY) * from.perUnit),
  });
  const onKeyDown = (e: KeyboardEvent) => {
    const steps = arrowStep(e);
    if (steps === 0) return;
    e.preventDefault();
    e.stopPropagation();
    set(value + steps * field.step);
  };
  const [x, y] = [s.x(spec.at[0]), s.y(spec.at[1])];
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={`${field.label} on the curve`}
      aria-orientation={spec.along === 'x' ? 'horizontal' : 'vertical'}
      aria-valuemin={field.min}
      aria-valuemax={field.max}
      aria-valuenow={value}
      aria-valuetext={`${value.toFixed(2)} ${field.unit}`.trim()}
      className={`${spec.along === 'x' ? 'cursor-ew-resize' : 'cursor-ns-resize'} touch-none focus:outline-none group`}
      onKeyDown={onKeyDown}
      onDoubleClick={() => set(field.rest)}
      {...drag}
    >
      <title>{field.label}</title>
      <circle cx={x} cy={y} r={10} fill="transparent" />
      <rect
        {...(spec.along === 'x'
          ? { x: x - 3, y: y - 7, width: 6, height: 14 }
          : { x: x - 7, y: y - 3, width: 14, height: 6 })}
        rx={1}
        className="fill-[#d0d0d0] stroke-g0 group-hover:fill-violet group-focus-visible:stroke-white"
        strokeWidth={1.5}
      />
    </g>
  );
}
