import type { PointerEvent } from 'react';
import { beginGesture, endGesture, moveStepTo } from '../../state/document.ts';

/** The place in a list at a height on the screen: how many rows but the moved one have their middle above it. */
function placeAt(list: Element, moved: Element, y: number): number {
  return [...list.children].filter((row) => {
    const { top, height } = row.getBoundingClientRect();
    return row !== moved && top + height / 2 < y;
  }).length;
}

/**
 * Moves a step of the recipe with the pointer, as one undo step; spread the result on a part of its row. The page
 * is listened to, not the row: a row that is put elsewhere in the list loses the pointer.
 */
export function useRowDrag(stepId: string) {
  return {
    onPointerDown(event: PointerEvent) {
      const row = event.currentTarget.closest('li');
      if (event.button !== 0 || !row?.parentElement) return;
      event.preventDefault();
      beginGesture();
      const stop = new AbortController();
      const { signal } = stop;
      const end = () => {
        stop.abort();
        endGesture();
      };
      document.addEventListener(
        'pointermove',
        (e) => moveStepTo(stepId, placeAt(row.parentElement!, row, e.clientY)),
        { signal },
      );
      document.addEventListener('pointerup', end, { signal });
      document.addEventListener('pointercancel', end, { signal });
    },
  };
}
