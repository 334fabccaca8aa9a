import { type PointerEvent, useRef } from 'react';
import { beginGesture, endGesture } from '../state/document.ts';

export interface DragMove {
  /** Pixels since the drag began; a tenth of them with Alt held. */
  dx: number;
  dy: number;
  /** Where the pointer is now, client pixels. */
  x: number;
  y: number;
}

interface DragHandlers<S> {
  /** Called on press; what it returns is handed to every move. */
  start(event: PointerEvent): S;
  move(drag: DragMove, from: S): void;
}

/** Pointer drags as one undo step each. Spread the result on the element to be dragged. */
export function useDrag<S>({ start, move }: DragHandlers<S>) {
  const drag = useRef<{ x: number; y: number; from: S } | null>(null);
  const end = () => {
    if (!drag.current) return;
    drag.current = null;
    endGesture();
  };
  return {
    onPointerDown(event: PointerEvent) {
      if (event.button !== 0) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      beginGesture();
      drag.current = { x: event.clientX, y: event.clientY, from: start(event) };
    },
    onPointerMove(event: PointerEvent) {
      const d = drag.current;
      if (!d) return;
      const scale = event.altKey ? 0.1 : 1;
      move(
        {
          dx: (event.clientX - d.x) * scale,
          dy: (event.clientY - d.y) * scale,
          x: event.clientX,
          y: event.clientY,
        },
        d.from,
      );
    },
    onPointerUp: end,
    onPointerCancel: end,
  };
}
