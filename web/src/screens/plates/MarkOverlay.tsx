import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react';
import type { Plate } from '@velvet-dusk/core/api/contract';
import { evenLayout } from '@velvet-dusk/core/plate/chartLayout';
import {
  type BoxMark,
  type GridMark,
  isBox,
  type Mark,
  markLabels,
  patchOutlines,
  type Point,
  newMarkId,
  markName,
} from '@velvet-dusk/core/plate/marks';
import { setPlateView, type Tool, usePlateView } from '../../state/plateView.ts';
import { beginGesture, editPlates, endGesture } from '../../state/document.ts';
import { moveMark } from './markEdit.ts';

interface Size {
  width: number;
  height: number;
}

const hold = (x: number) => Math.min(Math.max(x, 0), 1);
const smallest = 0.004;

function boxFrom(a: Point, b: Point): BoxMark['area'] {
  const [x0, x1] = [Math.min(a[0], b[0]), Math.max(a[0], b[0])];
  const [y0, y1] = [Math.min(a[1], b[1]), Math.max(a[1], b[1])];
  return {
    x0: hold(x0),
    y0: hold(y0),
    x1: hold(Math.max(x1, x0 + smallest)),
    y1: hold(Math.max(y1, y0 + smallest)),
  };
}

const putMark = (plateId: string, mark: Mark) =>
  editPlates([plateId], ({ marks }) => ({
    marks: marks.some((m) => m.id === mark.id)
      ? marks.map((m) => (m.id === mark.id ? mark : m))
      : [...marks, mark],
  }));

/** A new mark of the tool's kind: a box between two points, or a grid of patches around them. */
function newMark(tool: Exclude<Tool, 'select'>, id: string, a: Point, b: Point): Mark {
  if (tool !== 'chart' && tool !== 'greyScale') return { id, kind: tool, area: boxFrom(a, b) };
  const { x0, y0, x1, y1 } = boxFrom(a, b);
  const corners: GridMark['corners'] = [
    [x0, y0],
    [x1, y0],
    [x1, y1],
    [x0, y1],
  ];
  const [columns, rows] = tool === 'chart' ? [6, 4] : [11, 1];
  return { id, kind: tool, corners, patches: evenLayout(columns, rows).patches };
}

function BoxShape({ mark, size, selected }: { mark: BoxMark; size: Size; selected: boolean }) {
  const { x0, y0, x1, y1 } = mark.area;
  const [x, y] = [x0 * size.width, y0 * size.height];
  return (
    <>
      <rect
        x={x}
        y={y}
        width={(x1 - x0) * size.width}
        height={(y1 - y0) * size.height}
        fill="transparent"
        stroke="#000"
        strokeWidth={3}
        opacity={0.55}
      />
      <rect
        x={x}
        y={y}
        width={(x1 - x0) * size.width}
        height={(y1 - y0) * size.height}
        fill="transparent"
        stroke={selected ? '#9d8cff' : '#fff'}
        strokeWidth={selected ? 2 : 1}
      />
      <text x={x} y={y - 4} fontSize={11} fill="#fff" stroke="#000" strokeWidth={2.5} paintOrder="stroke">
        {markName(mark)}
      </text>
    </>
  );
}

function GridShape({ mark, size, selected }: { mark: GridMark; size: Size; selected: boolean }) {
  const path = (points: readonly Point[]) =>
    `M${points.map((p) => `${(p[0] * size.width).toFixed(1)} ${(p[1] * size.height).toFixed(1)}`).join('L')}Z`;
  return (
    <>
      <path
        d={path(mark.corners)}
        fill="transparent"
        stroke={selected ? '#9d8cff' : '#fff'}
        strokeWidth={selected ? 2 : 1}
      />
      <path
        d={patchOutlines(mark).map(path).join('')}
        fill="none"
        stroke="#000"
        strokeWidth={2.5}
        opacity={0.5}
      />
      <path d={patchOutlines(mark).map(path).join('')} fill="none" stroke="#fff" strokeWidth={1} />
    </>
  );
}

/** Marks over the frame: drawn with a tool, moved by pointer or keys, charts by their corners. */
export function MarkOverlay({ plate, width, height }: { plate: Plate } & Size) {
  const { tool, markId } = usePlateView();
  const svg = useRef<SVGSVGElement>(null);
  const [draft, setDraft] = useState<Mark | null>(null);
  const drag = useRef<{ from: Point; mark: Mark | null; corner: number } | null>(null);
  const size = { width, height };
  const pointAt = (e: PointerEvent): Point => {
    const box = svg.current!.getBoundingClientRect();
    return [(e.clientX - box.left) / width, (e.clientY - box.top) / height];
  };
  const start = (e: PointerEvent, mark: Mark | null, corner = -1) => {
    if (e.button !== 0) return;
    e.stopPropagation();
    // Or the browser selects the text of another mark, and drags that instead.
    e.preventDefault();
    if (e.currentTarget instanceof SVGGElement) e.currentTarget.focus();
    svg.current!.setPointerCapture(e.pointerId);
    drag.current = { from: pointAt(e), mark, corner };
    if (mark) {
      setPlateView({ markId: mark.id });
      beginGesture();
    }
  };
  const onPointerMove = (e: PointerEvent) => {
    const d = drag.current;
    if (!d) return;
    const to = pointAt(e);
    if (d.mark) putMark(plate.id, moveMark(d.mark, to[0] - d.from[0], to[1] - d.from[1], d.corner));
    else if (tool !== 'select') setDraft(newMark(tool, 'draft', d.from, to));
  };
  const onPointerUp = () => {
    if (drag.current?.mark) endGesture();
    else if (draft) {
      const mark = { ...draft, id: newMarkId(plate.marks) };
      putMark(plate.id, mark);
      setPlateView({ markId: mark.id, tool: 'select' });
    }
    drag.current = null;
    setDraft(null);
  };
  /** The browser took the pointer away: nothing is made of it. */
  const onPointerCancel = () => {
    if (drag.current?.mark) endGesture();
    drag.current = null;
    setDraft(null);
  };
  const onKeyDown = (e: KeyboardEvent, mark: Mark) => {
    const by = (e.shiftKey ? 10 : 1) / width;
    const moves: Record<string, Point> = {
      ArrowLeft: [-by, 0],
      ArrowRight: [by, 0],
      ArrowUp: [0, -by],
      ArrowDown: [0, by],
    };
    if (e.key === 'Delete' || e.key === 'Backspace')
      editPlates([plate.id], ({ marks }) => ({ marks: marks.filter((m) => m.id !== mark.id) }));
    else if (moves[e.key]) putMark(plate.id, moveMark(mark, moves[e.key][0], moves[e.key][1], -1));
    else return;
    e.preventDefault();
  };
  const shape = (mark: Mark) => {
    const selected = mark.id === markId;
    return isBox(mark) ? (
      <BoxShape mark={mark} size={size} selected={selected} />
    ) : (
      <GridShape mark={mark} size={size} selected={selected} />
    );
  };
  return (
    <svg
      ref={svg}
      width={width}
      height={height}
      aria-label="Marks"
      role="group"
      className={`absolute inset-0 touch-none select-none ${tool === 'select' ? '' : 'cursor-crosshair'}`}
      onPointerDown={(e) => {
        setPlateView({ markId: '' });
        if (tool !== 'select') start(e, null);
      }}
      onPointerMove={onPointerMove}
      onPointerUp={onPointerUp}
      onPointerCancel={onPointerCancel}
      onMouseDown={(e) => e.preventDefault()}
      onDragStart={(e) => e.preventDefault()}
    >
      {plate.marks.map((mark) => (
        <g
          key={mark.id}
          role="button"
          tabIndex={0}
          aria-label={`${markLabels[mark.kind]} mark`}
          aria-pressed={mark.id === markId}
          className="cursor-move"
          onFocus={() => setPlateView({ markId: mark.id })}
          onKeyDown={(e) => onKeyDown(e, mark)}
          onPointerDown={(e) => tool === 'select' && start(e, mark)}
        >
          {shape(mark)}
          {/* With a tool in hand a drag makes a mark; it moves no corner of another. */}
          {mark.id === markId &&
            tool === 'select' &&
            (isBox(mark)
              ? [
                  [mark.area.x0, mark.area.y0],
                  [mark.area.x1, mark.area.y0],
                  [mark.area.x1, mark.area.y1],
                  [mark.area.x0, mark.area.y1],
                ]
              : mark.corners
            ).map(([x, y], i) => (
              <circle
                key={i}
                cx={x * width}
                cy={y * height}
                r={6}
                className="fill-violet cursor-pointer"
                stroke="#000"
                onPointerDown={(e) => start(e, mark, i)}
              />
            ))}
        </g>
      ))}
      {draft && shape(draft)}
    </svg>
  );
}
