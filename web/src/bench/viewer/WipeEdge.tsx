import { type KeyboardEvent, useRef } from 'react';
import { setView, useView } from '../../state/view.ts';
import type { PictureBox } from './Pane.tsx';

const hold = (x: number) => Math.min(Math.max(x, 0), 1);

/** The edge between before and after: dragged, or moved with the arrow keys. */
export function WipeEdge({ box }: { box: PictureBox }) {
  const wipeAt = useView((s) => s.wipeAt);
  const from = useRef<{ x: number; at: number } | null>(null);
  const onKeyDown = (e: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowRight: 1 }[e.key];
    if (!by) return;
    e.preventDefault();
    e.stopPropagation();
    setView({ wipeAt: hold(wipeAt + by * (e.shiftKey ? 0.1 : e.altKey ? 0.001 : 0.01)) });
  };
  return (
    <div
      role="slider"
      tabIndex={0}
      aria-label="Wipe edge"
      aria-valuemin={0}
      aria-valuemax={100}
      aria-valuenow={Math.round(wipeAt * 100)}
      aria-valuetext={`${Math.round(wipeAt * 100)} % from the left`}
      className="absolute w-3 -ml-1.5 cursor-ew-resize flex justify-center"
      style={{ left: box.left + wipeAt * box.width, top: Math.max(box.top, 0), height: box.height }}
      onKeyDown={onKeyDown}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        from.current = { x: e.clientX, at: wipeAt };
      }}
      onPointerMove={(e) => {
        if (!from.current) return;
        setView({ wipeAt: hold(from.current.at + (e.clientX - from.current.x) / box.width) });
      }}
      onPointerUp={() => (from.current = null)}
    >
      <span className="w-px h-full bg-white" />
    </div>
  );
}
