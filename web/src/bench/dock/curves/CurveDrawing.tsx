import type { KeyboardEvent } from 'react';
import type { LookStep } from '@velvet-dusk/core/look/document';
import type { CurvePoint } from '@velvet-dusk/core/look/steps/curvePoints';
import type { ColourDistribution } from '@velvet-dusk/core/scopes/colourDistribution';
import { useDrag } from '../../../ui/useDrag.ts';
import { PlotBackdrop } from '../plot/PlotBackdrop.tsx';
import { evenPlaces, plotPath, type PlotScale, plotScale } from '../plot/plotScale.ts';
import type { CurveKind } from './curveKinds.ts';
import { movePoint, pointsOf, removePoint } from './pointEdit.ts';

interface PointProps {
  step: LookStep;
  kind: CurveKind;
  point: CurvePoint;
  index: number;
  s: PlotScale;
  selected: boolean;
  onChoose(index: number): void;
}

function Point({ step, kind, point, index, s, selected, onChoose }: PointProps) {
  const drag = useDrag({
    start: () => {
      onChoose(index);
      return point;
    },
    move: ({ dx, dy }, from) =>
      movePoint(step, kind, index, { x: from.x + dx / s.perX, y: from.y - dy / s.perY }),
  });
  const onKeyDown = (e: KeyboardEvent) => {
    const much = (e.shiftKey ? 10 : e.altKey ? 0.1 : 1) * 0.01;
    const by = { x: (kind.x.max - kind.x.min) * much, y: (kind.y.max - kind.y.min) * much };
    const change: Record<string, Partial<CurvePoint>> = {
      ArrowUp: { y: point.y + by.y },
      ArrowDown: { y: point.y - by.y },
      ArrowRight: { x: point.x + by.x },
      ArrowLeft: { x: point.x - by.x },
    };
    if (e.key === 'Delete' || e.key === 'Backspace') removePoint(step, kind, index);
    else if (change[e.key]) movePoint(step, kind, index, change[e.key]);
    else return;
    e.preventDefault();
    e.stopPropagation();
  };
  const [x, y] = [s.x(point.x), s.y(point.y)];
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={`${kind.label} point ${index + 1}`}
      aria-orientation="vertical"
      aria-valuemin={kind.y.min}
      aria-valuemax={kind.y.max}
      aria-valuenow={point.y}
      aria-valuetext={`${point.y.toFixed(2)} ${kind.yUnit} at ${point.x.toFixed(kind.digits)} ${kind.xUnit}`}
      className="cursor-move touch-none focus:outline-none group"
      {...drag}
      onFocus={() => onChoose(index)}
      onKeyDown={onKeyDown}
      onDoubleClick={(e) => {
        e.stopPropagation();
        movePoint(step, kind, index, { y: kind.rest(point.x) });
      }}
    >
      <circle cx={x} cy={y} r={12} fill="transparent" />
      <rect
        x={x - 5}
        y={y - 5}
        width={10}
        height={10}
        transform={`rotate(45 ${x} ${y})`}
        className={`${selected ? 'fill-violet' : 'fill-[#bdbdbd]'} group-focus-visible:stroke-white`}
        strokeWidth={1.5}
      />
    </g>
  );
}

interface CurveDrawingProps {
  width: number;
  height: number;
  step: LookStep;
  kind: CurveKind;
  chosen: number;
  distribution: ColourDistribution | null;
  /** Other curves of the same step, drawn faintly behind. */
  behind: readonly CurveKind[];
  onChoose(index: number): void;
  onPut(x: number): void;
}

/** A curve with its points over the plate's own spread. */
export function CurveDrawing({
  width,
  height,
  step,
  kind,
  chosen,
  distribution,
  behind,
  onChoose,
  onPut,
}: CurveDrawingProps) {
  const s = plotScale(width, height, kind.x, kind.shownY);
  const points = pointsOf(step, kind);
  const path = (k: CurveKind) => plotPath(s, evenPlaces(k.x, 161), k.drawn(pointsOf(step, k)));
  return (
    <svg
      width={width}
      height={height}
      role="group"
      aria-label={`${kind.label} curve`}
      onDoubleClick={(e) => onPut(s.xAt(e.clientX - e.currentTarget.getBoundingClientRect().left))}
    >
      <rect width={width} height={height} fill="transparent" />
      <PlotBackdrop s={s} ticks={kind.ticks} spread={distribution && kind.spread(distribution)} />
      <line
        x1={s.x(kind.x.min)}
        y1={s.y(kind.rest(kind.x.min))}
        x2={s.x(kind.x.max)}
        y2={s.y(kind.rest(kind.x.max))}
        strokeDasharray="3 3"
        className="stroke-g5"
      />
      {behind.map((k) => (
        <path key={k.id} d={path(k)} fill="none" stroke={k.colour} opacity={0.35} />
      ))}
      <path d={path(kind)} fill="none" stroke={kind.colour} strokeWidth={1.6} opacity={step.on ? 1 : 0.4} />
      {points.map((point, i) => (
        <Point
          key={i}
          step={step}
          kind={kind}
          point={point}
          s={s}
          onChoose={onChoose}
          index={i}
          selected={i === chosen}
        />
      ))}
    </svg>
  );
}
