import { type KeyboardEvent, type PointerEvent, useRef } from 'react';
import type { Plate } from '@velvet-dusk/core/api/contract';
import { noteKinds, type ShotNote } from '@velvet-dusk/core/notes/note';
import { movedShape, shapeHandles, withHandle } from '@velvet-dusk/core/notes/geometry';
import type { Place, WindowShape } from '@velvet-dusk/core/notes/shape';
import { shapePath } from '@velvet-dusk/core/notes/sketch';
import { beginGesture, endGesture } from '../../state/document.ts';
import { setView, useView } from '../../state/view.ts';
import type { PictureBox } from '../viewer/Pane.tsx';
import { editNote, removeNote, withCornerAt, withoutCorner } from './noteEdit.ts';

/** What the arrow keys move by, in shares of the frame; with Shift ten times that. */
const nudge = 0.002;
const arrows: Record<string, Place> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};
const byKey = (e: KeyboardEvent): Place | null => {
  const way = arrows[e.key];
  const by = e.shiftKey ? nudge * 10 : nudge;
  return way ? [way[0] * by, way[1] * by] : null;
};

interface Drag {
  note: ShotNote & { shape: WindowShape };
  from: Place;
  /** The handle that is held; none for the whole shape. */
  handle: number | null;
}

/** Shapes of the notes of a plate over its picture: moved and reshaped by pointer and keys. */
export function NoteShapes({ plate, box }: { plate: Plate; box: PictureBox }) {
  const noteId = useView((s) => s.noteId);
  const svg = useRef<SVGSVGElement>(null);
  const drag = useRef<Drag | null>(null);
  const { width, height } = box;
  const aspect = width / height;
  const placeOf = (e: { clientX: number; clientY: number }): Place => {
    const at = svg.current!.getBoundingClientRect();
    return [(e.clientX - at.left) / width, (e.clientY - at.top) / height];
  };
  const start = (e: PointerEvent, note: Drag['note'], handle: number | null = null) => {
    if (e.button !== 0) return;
    e.stopPropagation();
    e.preventDefault();
    (e.currentTarget as SVGElement).focus();
    svg.current!.setPointerCapture(e.pointerId);
    drag.current = { note, from: placeOf(e), handle };
    setView({ noteId: note.id });
    beginGesture();
  };
  const move = (e: PointerEvent) => {
    if (!drag.current) return;
    const { note, from, handle } = drag.current;
    const to = placeOf(e);
    const shape =
      handle === null
        ? movedShape(note.shape, to[0] - from[0], to[1] - from[1])
        : withHandle(note.shape, handle, to, aspect);
    editNote(plate.id, note.id, { shape });
  };
  const end = () => {
    if (drag.current) endGesture();
    drag.current = null;
  };
  const onShapeKey = (e: KeyboardEvent, { id, shape }: Drag['note']) => {
    const by = byKey(e);
    if (by) editNote(plate.id, id, { shape: movedShape(shape, ...by) });
    else if (e.key === 'Delete' || e.key === 'Backspace') removeNote(plate.id, id);
    else return;
    e.preventDefault();
    e.stopPropagation();
  };
  const onHandleKey = (e: KeyboardEvent, { id, shape }: Drag['note'], handle: number) => {
    const by = byKey(e);
    const [x, y] = shapeHandles(shape, aspect)[handle];
    if (by) editNote(plate.id, id, { shape: withHandle(shape, handle, [x + by[0], y + by[1]], aspect) });
    else if ((e.key === 'Delete' || e.key === 'Backspace') && shape.form === 'polygon')
      editNote(plate.id, id, { shape: { ...shape, corners: withoutCorner(shape.corners, handle) } });
    else return;
    e.preventDefault();
    e.stopPropagation();
  };
  const addCorner = (e: { clientX: number; clientY: number }, { id, shape }: Drag['note']) => {
    if (shape.form !== 'polygon') return;
    editNote(plate.id, id, { shape: { ...shape, corners: withCornerAt(shape.corners, placeOf(e), aspect) } });
  };
  const shaped = plate.shotNotes.filter((n): n is Drag['note'] => n.shape !== null);
  return (
    <svg
      ref={svg}
      role="group"
      aria-label="Shapes of notes"
      className="absolute touch-none select-none overflow-visible pointer-events-none"
      style={{ left: box.left, top: box.top, width, height }}
      onPointerMove={move}
      onPointerUp={end}
      onPointerCancel={end}
    >
      {shaped.map((note) => {
        const chosen = note.id === noteId;
        const path = shapePath(note.shape, width, height);
        return (
          <g key={note.id} className="pointer-events-auto">
            <g
              role="button"
              tabIndex={0}
              aria-label={`${noteKinds[note.kind].label}, ${note.shape.form}`}
              aria-pressed={chosen}
              className="cursor-move"
              onFocus={() => setView({ noteId: note.id })}
              onKeyDown={(e) => onShapeKey(e, note)}
              onPointerDown={(e) => start(e, note)}
              onDoubleClick={(e) => {
                e.stopPropagation();
                addCorner(e, note);
              }}
            >
              <path d={path} fill="transparent" stroke="#000" strokeWidth={3} opacity={0.5} />
              <path
                d={path}
                fill="transparent"
                stroke={chosen ? 'var(--color-violet)' : '#fff'}
                strokeWidth={chosen ? 2 : 1}
                strokeDasharray={note.outside ? '5 4' : undefined}
              />
            </g>
            {chosen &&
              shapeHandles(note.shape, aspect).map(([x, y], i) => (
                <circle
                  key={i}
                  cx={x * width}
                  cy={y * height}
                  r={6}
                  role="button"
                  tabIndex={0}
                  aria-label={`${note.shape.form === 'polygon' ? 'Corner' : 'Half axis'} ${i + 1}`}
                  className="fill-violet cursor-pointer"
                  stroke="#000"
                  onKeyDown={(e) => onHandleKey(e, note, i)}
                  onPointerDown={(e) => start(e, note, i)}
                />
              ))}
          </g>
        );
      })}
    </svg>
  );
}
