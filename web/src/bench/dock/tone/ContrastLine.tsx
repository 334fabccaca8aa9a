import type { KeyboardEvent } from 'react';
import type { LookStep } from '@velvet-dusk/core/look/document';
import { contrast as contrastStep } from '@velvet-dusk/core/look/steps/contrast';
import { numberField } from '@velvet-dusk/core/numberField';
import { editParams, editStep } from '../../../state/document.ts';
import { setView } from '../../../state/view.ts';
import { arrowStep } from '../../../ui/arrowStep.ts';
import { useDrag } from '../../../ui/useDrag.ts';
import type { RailScale } from './railScale.ts';

/** Stops the line reaches to either side of the pivot. */
const reach = 1.1;
const limits = numberField(contrastStep.schema.shape.contrast);

interface ContrastLineProps {
  step: LookStep;
  s: RailScale;
  at: { stops: number; percent: number; slope: number };
}

/** Contrast as the slope of the tone curve at the pivot; its upper end is dragged up or down. */
export function ContrastLine({ step, s, at }: ContrastLineProps) {
  const value = step.params.contrast as number;
  const set = (contrast: number) => {
    if (!step.on) editStep(step.id, { on: true });
    editParams(step.id, () => ({
      contrast: Number(Math.min(Math.max(contrast, limits.min), limits.max).toFixed(4)),
    }));
  };
  const drag = useDrag({
    start: () => {
      setView({ stepId: step.id });
      return { value, slope: Math.max(at.slope / value, 2) };
    },
    move: ({ dy }, from) => set(from.value - dy / s.perPercent / reach / from.slope),
  });
  const onKeyDown = (e: KeyboardEvent) => {
    const steps = arrowStep(e);
    if (steps === 0) return;
    e.preventDefault();
    e.stopPropagation();
    set(value + steps * limits.step);
  };
  const end = (side: number) =>
    [s.x(at.stops + side * reach), s.y(at.percent + side * reach * at.slope)] as const;
  const [x1, y1] = end(-1);
  const [x2, y2] = end(1);
  return (
    <g>
      <line x1={x1} y1={y1} x2={x2} y2={y2} className="stroke-violet" strokeWidth={1.2} />
      <g
        role="slider"
        tabIndex={0}
        aria-label="Contrast"
        aria-valuemin={limits.min}
        aria-valuemax={limits.max}
        aria-valuenow={value}
        className="cursor-ns-resize touch-none focus:outline-none group"
        onKeyDown={onKeyDown}
        onDoubleClick={() => set(1)}
        {...drag}
      >
        <circle cx={x2} cy={y2} r={11} fill="transparent" />
        <circle
          cx={x2}
          cy={y2}
          r={4}
          className="fill-g2 stroke-violet group-focus-visible:stroke-white"
          strokeWidth={1.5}
        />
      </g>
    </g>
  );
}
