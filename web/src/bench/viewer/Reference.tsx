import { type PointerEvent, useRef, useState } from 'react';
import type { Plate } from '@velvet-dusk/core/api/contract';
import { frameUrl, pictureUrl } from '../../api/urls.ts';
import { analysisEngine } from '../../workers/index.ts';
import { latestOnly } from '../../workers/latest.ts';
import type { StillSample } from '../../workers/sample.ts';
import type { PictureBox } from './Pane.tsx';
import { ProbeRing } from './Probes.tsx';

const mostPinned = 8;

interface Place {
  url: string;
  x: number;
  y: number;
}

interface Probe {
  x: number;
  y: number;
  sample: StillSample;
}

const percent = ({ signal, hue, chroma }: StillSample) =>
  `${signal.map((v) => (v * 100).toFixed(1)).join(' ')} %, ${hue.toFixed(0)}°, chroma ${chroma.toFixed(1)}`;

/** The reference still as it is, beside the picture; its places are read under the pointer, and pinned by a click. */
export function ReferencePane({ reference }: { reference: Plate }) {
  const [hovered, setHovered] = useState<Probe | null>(null);
  const [pinned, setPinned] = useState<readonly Probe[]>([]);
  const [trouble, setTrouble] = useState('');
  // What was asked for on the way out comes when the pointer is gone.
  const isOver = useRef(false);
  const read = useRef<((at: Place) => void) | null>(null);
  read.current ??= latestOnly(async ({ url, x, y }: Place) => {
    try {
      const sample = await analysisEngine.sampleStill(url, x, y);
      if (isOver.current) setHovered({ x, y, sample });
    } catch (error) {
      setTrouble((error as Error).message);
    }
  });
  const onPointerMove = (e: PointerEvent<HTMLImageElement>) => {
    isOver.current = true;
    const box = e.currentTarget.getBoundingClientRect();
    const [x, y] = [(e.clientX - box.left) / box.width, (e.clientY - box.top) / box.height];
    read.current!({ url: frameUrl(reference), x, y });
  };
  return (
    <div className="relative h-full w-full grid place-items-center overflow-hidden [container-type:size]">
      <div
        className="relative"
        style={{ width: `min(100cqw, ${(100 * reference.width) / reference.height}cqh)` }}
      >
        <img
          src={pictureUrl(reference)}
          alt={`Reference: ${reference.name}`}
          className="block w-full cursor-crosshair"
          onPointerMove={onPointerMove}
          onPointerLeave={() => {
            isOver.current = false;
            setHovered(null);
          }}
          onClick={() => hovered && setPinned([...pinned, hovered].slice(-mostPinned))}
        />
        {pinned.map(({ x, y }, i) => (
          <ProbeRing key={i} number={i + 1} left={`${x * 100}%`} top={`${y * 100}%`} />
        ))}
      </div>
      <span className="absolute text-[11px] text-white left-2 top-2 px-1.5 rounded-sm bg-[#000000a0]">
        {reference.name}
      </span>
      {trouble && (
        <p role="alert" className="absolute bottom-2 left-2 px-1.5 text-[11px] bg-[#000000d0]">
          ▲ {trouble}
        </p>
      )}
      {(hovered ?? pinned[0]) && !trouble && (
        <ol
          aria-label="Probes of the reference"
          className="absolute bottom-2 left-2 px-1.5 py-0.5 num text-[11px] text-white bg-[#000000d0]"
        >
          {/* On top: it goes when the pointer leaves, and those below stay where they are. */}
          {hovered && <li>· {percent(hovered.sample)}</li>}
          {pinned.map(({ sample }, i) => (
            <li key={i}>
              {i + 1} {percent(sample)}
              <button
                type="button"
                aria-label={`Remove probe ${i + 1} of the reference`}
                className="pl-2 text-t2 hover:text-t1"
                onClick={() => setPinned(pinned.filter((_, n) => n !== i))}
              >
                ✕
              </button>
            </li>
          ))}
        </ol>
      )}
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
