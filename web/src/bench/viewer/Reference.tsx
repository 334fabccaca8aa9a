import { useRef, useState } from 'react';
import type { Plate } from '@velvet-dusk/core/api/contract';
import { pictureUrl } from '../../api/urls.ts';
import type { PictureBox } from './Pane.tsx';

/** The reference still as it is, beside the picture. */
export function ReferencePane({ reference }: { reference: Plate }) {
  return (
    <div className="relative h-full w-full grid place-items-center overflow-hidden">
      <img
        src={pictureUrl(reference)}
        alt={`Reference: ${reference.name}`}
        className="max-w-full max-h-full"
      />
      <span className="absolute text-[11px] text-white left-2 top-2 px-1.5 rounded-sm bg-[#000000a0]">
        {reference.name}
      </span>
    </div>
  );
}

/** Width of the inset as a share of the picture. */
const share = 0.36;
const hold = (x: number) => Math.min(Math.max(x, 0), 1 - share);

/** The reference still over a corner of the picture; it can be moved by pointer and arrow keys. */
export function ReferenceInset({ reference, box }: { reference: Plate; box: PictureBox }) {
  const [at, setAt] = useState({ x: 0.02, y: 0.06 });
  const from = useRef<{ x: number; y: number; at: typeof at } | null>(null);
  return (
    <button
      type="button"
      aria-label={`Reference inset, ${reference.name}; arrow keys move it`}
      className="absolute border border-white cursor-move touch-none"
      style={{
        left: box.left + at.x * box.width,
        top: box.top + at.y * box.height,
        width: share * box.width,
      }}
      onKeyDown={(e) => {
        const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[e.key];
        if (!by) return;
        e.preventDefault();
        e.stopPropagation();
        setAt({ x: hold(at.x + by[0] * 0.02), y: hold(at.y + by[1] * 0.02) });
      }}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        from.current = { x: e.clientX, y: e.clientY, at };
      }}
      onPointerMove={(e) => {
        const f = from.current;
        if (!f) return;
        setAt({
          x: hold(f.at.x + (e.clientX - f.x) / box.width),
          y: hold(f.at.y + (e.clientY - f.y) / box.height),
        });
      }}
      onPointerUp={() => (from.current = null)}
    >
      <img src={pictureUrl(reference)} alt="" className="block w-full pointer-events-none" />
    </button>
  );
}
