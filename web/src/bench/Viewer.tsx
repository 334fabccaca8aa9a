import { type PointerEvent, useEffect, useRef, useState } from 'react';
import type { Drawing, Renderer, ViewCube } from '../gl/drawing.ts';
import { makeGlRenderer } from '../gl/glRenderer.ts';
import { makeWorkerRenderer } from '../gl/workerRenderer.ts';
import { useDocument } from '../state/document.ts';
import { setMeasured } from '../state/measured.ts';
import { setView, surrounds, useView, type View } from '../state/view.ts';
import { useSize } from '../ui/useSize.ts';
import { engine } from '../workers/index.ts';
import { latestOnly } from '../workers/latest.ts';
import { type CurrentPlate, frameUrl } from './useBench.ts';
import { useViewCubes } from './useViewCubes.ts';
import { type Geometry, viewerGeometry } from './viewerGeometry.ts';
import { WipeEdge } from './WipeEdge.tsx';

const viewNames: Record<View, string> = { recorded: 'Recorded', normalised: 'Normalised', look: 'Look' };
/** What "before" means for a view: one lane less. */
export const beforeOf = (view: View): View => (view === 'look' ? 'normalised' : 'recorded');

/** WebGL 2 where it is there; `?viewer=worker` asks for the other way, which machines without it get. */
function makeRenderer(canvas: HTMLCanvasElement): Renderer {
  if (new URLSearchParams(location.search).get('viewer') === 'worker') return makeWorkerRenderer(canvas);
  try {
    return makeGlRenderer(canvas);
  } catch {
    return makeWorkerRenderer(canvas);
  }
}

/** Source pixels of the plate at the size it is drawn from; the last ones stay until the next are there. */
function usePixels(url: string, g: Geometry | null) {
  const [pixels, setPixels] = useState<(Drawing['pixels'] & { url: string }) | null>(null);
  const run = useRef<((o: { url: string; width: number; height: number }) => void) | null>(null);
  run.current ??= latestOnly(
    async ({ url, width, height }: { url: string; width: number; height: number }) => {
      try {
        setPixels({ url, width, height, rgb: await engine.pixels(url, width, height) });
      } catch (error) {
        setMeasured({ trouble: `The plate cannot be shown: ${(error as Error).message}` });
      }
    },
  );
  const width = g?.sourceWidth;
  const height = g?.sourceHeight;
  useEffect(() => {
    if (width && height) run.current!({ url, width, height });
  }, [url, width, height]);
  return pixels;
}

export function Viewer({ plate, profile, shot }: CurrentPlate) {
  const [frameRef, size] = useSize<HTMLDivElement>();
  const canvasRef = useRef<HTMLCanvasElement>(null);
  const [renderer, setRenderer] = useState<Renderer | null>(null);
  const look = useDocument((s) => s.look);
  const { view, wipe, wipeAt, before, zoom, centre, surround } = useView();
  const cubes = useViewCubes(look, profile);
  const ratio = window.devicePixelRatio || 1;
  const canvas = { width: Math.round(size.width * ratio), height: Math.round(size.height * ratio) };
  const g = size.width > 0 ? viewerGeometry(canvas, plate, zoom, centre) : null;
  const pixels = usePixels(frameUrl(plate), g);

  useEffect(() => {
    const made = makeRenderer(canvasRef.current!);
    setRenderer(made);
    return () => made.dispose();
  }, []);

  const cubeOf = (v: View): ViewCube | undefined => (v === 'recorded' ? null : cubes[v]?.cube);
  const after = cubeOf(view);
  const other = beforeOf(view);
  const beforeCube = cubeOf(other);
  const split = !g ? 0 : before ? g.width : wipe ? g.origin[0] + wipeAt * g.shownWidth : 0;
  const trimmed = Object.values(shot).some((v) => v !== 0);
  const [drawn, setDrawn] = useState('');
  const cubeKey = (view === 'look' ? cubes.look : cubes.normalised)?.key ?? '';
  const tag = `${plate.id} ${view} ${cubeKey} ${JSON.stringify(shot)} ${split} ${JSON.stringify(g)}`;

  useEffect(() => {
    if (!renderer || !g || !pixels || after === undefined || beforeCube === undefined) return;
    if (pixels.url !== frameUrl(plate) || pixels.width !== g.sourceWidth) return;
    let current = true;
    const drawing: Drawing = {
      ...{ width: g.width, height: g.height, texelsPerPixel: g.texelsPerPixel, origin: g.origin },
      ...{ pixels, after, before: beforeCube, split, surround: surrounds[surround] },
      plate: { url: frameUrl(plate), profile, shot, trimmed },
    };
    void Promise.resolve(renderer.draw(drawing)).then(() => current && setDrawn(tag));
    return () => {
      current = false;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the tag stands for its parts
  }, [renderer, pixels, after, beforeCube, tag, surround]);

  const pan = useRef<{ x: number; y: number; centre: readonly [number, number] } | null>(null);
  const onPointerDown = (e: PointerEvent) => {
    if (!g || zoom === 'fit') return;
    e.currentTarget.setPointerCapture(e.pointerId);
    const at = (room: number, origin: number, shown: number) => (room / 2 - origin) / shown;
    const now = [at(g.width, g.origin[0], g.shownWidth), at(g.height, g.origin[1], g.shownHeight)] as const;
    pan.current = { x: e.clientX, y: e.clientY, centre: now };
  };
  const onPointerMove = (e: PointerEvent) => {
    if (!pan.current || !g) return;
    const move = (c: number, by: number, shown: number) => Math.min(Math.max(c - (by * ratio) / shown, 0), 1);
    const { x, y, centre: c } = pan.current;
    setView({ centre: [move(c[0], e.clientX - x, g.shownWidth), move(c[1], e.clientY - y, g.shownHeight)] });
  };

  const nameOf = (v: View) =>
    v === 'look' ? `${look.name} at ${Math.round(look.strength * 100)} %` : viewNames[v];
  const edge = g && {
    left: g.origin[0] / ratio,
    top: g.origin[1] / ratio,
    width: g.shownWidth / ratio,
    height: g.shownHeight / ratio,
  };
  const inset = (v: number | undefined) => Math.max(v ?? 0, 0) + 8;

  return (
    <div ref={frameRef} className="relative h-full w-full overflow-hidden" data-testid="viewer">
      <canvas
        ref={canvasRef}
        role="img"
        aria-label={`${plate.name}, ${before ? nameOf(other) : nameOf(view)}`}
        style={{ width: size.width, height: size.height, cursor: zoom === 'fit' ? 'default' : 'grab' }}
        data-renderer={renderer?.kind}
        data-origin={g?.origin.join(',')}
        data-scale={g?.scale}
        data-drawn={drawn === tag ? tag : ''}
        onPointerDown={onPointerDown}
        onPointerMove={onPointerMove}
        onPointerUp={() => (pan.current = null)}
        onDoubleClick={() => setView({ zoom: zoom === 'fit' ? 1 : 'fit' })}
      />
      {edge && (
        <>
          {(wipe || before) && (
            <span
              className="absolute text-[11px] text-white pointer-events-none px-1.5 rounded-sm bg-[#000000a0]"
              style={{ left: inset(edge.left), top: inset(edge.top) }}
            >
              {nameOf(other)}
            </span>
          )}
          {!before && (
            <span
              className="absolute text-[11px] text-white pointer-events-none px-1.5 rounded-sm bg-[#000000a0]"
              style={{ right: inset(size.width - edge.left - edge.width), top: inset(edge.top) }}
            >
              {nameOf(view)}
            </span>
          )}
          {wipe && !before && <WipeEdge box={edge} />}
        </>
      )}
      {drawn === '' && (
        <p className="absolute inset-0 grid place-items-center text-t3">Opening {plate.name} …</p>
      )}
    </div>
  );
}
