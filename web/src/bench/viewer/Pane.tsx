import { isNeutralShot } from '@velvet-dusk/core/look/shot';
import { type PointerEvent, type ReactNode, useEffect, useLayoutEffect, useRef, useState } from 'react';
import type { Drawing, Overlay, Renderer, ViewCube } from '../../gl/drawing.ts';
import { makeRenderer, useRendererKind } from './renderers/chooseRenderer.ts';
import { useMeasured } from '../../state/measured.ts';
import { type Probe, setView, surrounds, useView } from '../../state/view.ts';
import type { Finish } from '@velvet-dusk/core/recording/finishedCode';
import { useSize } from '../../ui/useSize.ts';
import { frameUrl } from '../../api/urls.ts';
import { type CurrentPlate } from '../useBench.ts';
import { firstPictureShown } from '../../workers/firstPicture.ts';
import { type Geometry, viewerGeometry } from './geometry.ts';
import { PictureTrouble } from './PictureTrouble.tsx';
import { usePixels } from './usePixels.ts';

/** Where the picture lies in the pane, CSS pixels. */
export interface PictureBox {
  left: number;
  top: number;
  width: number;
  height: number;
}

/** A picture to draw: a cube (null for the code as recorded, undefined while it is baked) and what it is called. */
export interface Shown {
  name: string;
  cube: ViewCube | undefined;
  /** Stands for the cube: a picture with another key is another picture. */
  key: string;
  /** False while a coarse cube stands in for the one to come. */
  final: boolean;
  /** False for the camera's own screen, which knows no shot lane. */
  trimmed: boolean;
  /** Texture to be seen on it, where there is any. */
  finish?: Finish | null;
}

interface PaneProps extends CurrentPlate {
  after: Shown;
  before: Shown;
  /** Left of this share of the picture "before" is shown; 0 for none, 1 for all. */
  splitAt: number;
  overlay: Overlay;
  castLens: boolean;
  onHover?(at: Probe | null): void;
  onClick?(at: Probe): void;
  /** What lies over the picture. */
  children?: (box: PictureBox, width: number) => ReactNode;
}

/** Milliseconds after which a picture with texture is said to be on its way. */
const latePicture = 300;

/** A press that moves less than this, in CSS pixels, is a click. */
const clickReach = 4;

/** Pointer on the picture: moving it at 1:1 and above, reading under the pointer, clicking. */
function usePointer(g: Geometry | null, ratio: number, { onHover, onClick }: PaneProps) {
  const zoom = useView((s) => s.zoom);
  const press = useRef<{ x: number; y: number; centre: readonly [number, number] } | null>(null);
  const placeOf = (e: PointerEvent): Probe | null => {
    if (!g) return null;
    const box = e.currentTarget.getBoundingClientRect();
    const x = ((e.clientX - box.left) * ratio - g.origin[0]) / g.shownWidth;
    const y = ((e.clientY - box.top) * ratio - g.origin[1]) / g.shownHeight;
    return x >= 0 && x < 1 && y >= 0 && y < 1 ? { x, y } : null;
  };
  return {
    onPointerDown(e: PointerEvent) {
      if (!g || e.button !== 0) return;
      e.currentTarget.setPointerCapture(e.pointerId);
      const at = (room: number, origin: number, shown: number) => (room / 2 - origin) / shown;
      const centre = [
        at(g.width, g.origin[0], g.shownWidth),
        at(g.height, g.origin[1], g.shownHeight),
      ] as const;
      press.current = { x: e.clientX, y: e.clientY, centre };
    },
    onPointerMove(e: PointerEvent) {
      onHover?.(placeOf(e));
      if (!press.current || !g || zoom === 'fit') return;
      const move = (c: number, by: number, shown: number) =>
        Math.min(Math.max(c - (by * ratio) / shown, 0), 1);
      const { x, y, centre: c } = press.current;
      setView({
        centre: [move(c[0], e.clientX - x, g.shownWidth), move(c[1], e.clientY - y, g.shownHeight)],
      });
    },
    onPointerUp(e: PointerEvent) {
      const from = press.current;
      press.current = null;
      const at = placeOf(e);
      if (from && at && Math.hypot(e.clientX - from.x, e.clientY - from.y) < clickReach) onClick?.(at);
    },
    onPointerLeave: () => onHover?.(null),
    onDoubleClick: () => setView({ zoom: zoom === 'fit' ? 1 : 'fit' }),
  };
}

/** One picture of a plate on a canvas of its own. */
export function Pane(props: PaneProps) {
  const { plate, profile, shot, after, before, splitAt, overlay, castLens, children } = props;
  const [frameRef, size] = useSize<HTMLDivElement>();
  const canvasRef = useRef<HTMLCanvasElement>(null);
  const kind = useRendererKind(profile);
  const [renderer, setRenderer] = useState<Renderer | null>(null);
  const { zoom, centre, surround, pick, marking } = useView();
  const ratio = window.devicePixelRatio || 1;
  const canvas = { width: Math.round(size.width * ratio), height: Math.round(size.height * ratio) };
  const g = size.width > 0 ? viewerGeometry(canvas, plate, zoom, centre) : null;
  const url = frameUrl(plate);
  const [failure, setFailure] = useState<{ url: string; attempt: number; why: string } | null>(null);
  const attempt = useMeasured((m) => m.attempt);
  const trouble = useMeasured((m) => m.trouble);
  const [onFailure] = useState(() => (url: string, { message }: Error) => {
    setFailure({ url, attempt: useMeasured.getState().attempt, why: message });
    // Nothing waits any longer for a picture that does not come.
    firstPictureShown();
  });
  const pixels = usePixels(url, g, { here: kind === 'webgl2', onFailure });
  const pointer = usePointer(g, ratio, props);
  const [painted, setPainted] = useState(false);
  const [late, setLate] = useState(false);

  useEffect(() => {
    const made = makeRenderer(kind, canvasRef.current!);
    setRenderer(made);
    return () => made.dispose();
  }, [kind]);

  const whole = splitAt >= 1;
  const isFinal = after.final && before.final;
  const split = !g || splitAt <= 0 ? 0 : whole ? g.width : g.origin[0] + splitAt * g.shownWidth;
  const trimmed = after.trimmed && !isNeutralShot(shot);
  const { finish = null } = after;
  const tag = [
    plate.id,
    after.key,
    before.key,
    JSON.stringify([shot, split, g, overlay.kind, castLens, trimmed, finish]),
  ].join(' ');

  // Before the browser paints what else has changed: a passive effect would come a frame later.
  useLayoutEffect(() => {
    const marks = canvasRef.current!.dataset;
    marks.shown = marks.drawn = '';
    // Where nothing of "before" is shown, the picture does not wait for its cube.
    const other = before.cube === undefined && split === 0 ? after.cube : before.cube;
    if (!renderer || !g || !pixels) return;
    if (pixels.url !== url || pixels.width !== g.sourceWidth) return;
    const recording = { pixels, plate: { url, profile, shot, trimmed } };
    if (after.cube === undefined || other === undefined) return renderer.prepare?.(recording);
    let current = true;
    const drawing: Drawing = {
      width: g.width,
      height: g.height,
      texelsPerPixel: g.texelsPerPixel,
      origin: g.origin,
      ...recording,
      after: after.cube,
      before: other,
      split,
      overlay,
      castLens,
      surround: surrounds[surround],
      finish,
    };
    const patience = finish && setTimeout(() => setLate(true), latePicture);
    const onPaint = () => {
      firstPictureShown();
      setPainted(true);
    };
    Promise.resolve(renderer.draw(drawing, onPaint)).then(
      () => {
        if (patience) clearTimeout(patience);
        if (!current) return;
        // A failure of an earlier try may have come in after this one was begun.
        setFailure(null);
        marks.shown = tag;
        if (isFinal) marks.drawn = tag;
        setLate(false);
      },
      (error: Error) => current && onFailure(url, error),
    );
    return () => {
      if (patience) clearTimeout(patience);
      current = false;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the tag stands for its parts
  }, [renderer, pixels, after.cube, before.cube, overlay.cube, tag, surround, attempt]);

  const isFailed = failure?.url === url && failure.attempt === attempt;
  // Before anything was painted, what kept the cube from being baked is what keeps the picture away.
  const why = isFailed ? failure.why : painted ? null : trouble;
  const box = g && {
    left: g.origin[0] / ratio,
    top: g.origin[1] / ratio,
    width: g.shownWidth / ratio,
    height: g.shownHeight / ratio,
  };
  return (
    <div ref={frameRef} className="relative h-full w-full overflow-hidden" data-testid="viewer">
      <canvas
        key={kind}
        ref={canvasRef}
        role="img"
        aria-label={`${plate.name}, ${whole ? before.name : after.name}`}
        style={{
          width: size.width,
          height: size.height,
          cursor: pick || marking ? 'crosshair' : zoom === 'fit' ? 'default' : 'grab',
        }}
        data-renderer={renderer?.kind}
        data-painted={painted}
        data-origin={g?.origin.join(',')}
        data-scale={g?.scale}
        {...pointer}
      />
      {box && children?.(box, size.width)}
      {late && painted && (
        <p role="status" className="absolute left-2 bottom-2 px-1.5 text-[11px] text-t1 bg-[#000000a0]">
          Working out the texture …
        </p>
      )}
      {!painted && !why && (
        <p className="absolute inset-0 grid place-items-center text-t3 pointer-events-none">
          Opening {plate.name} …
        </p>
      )}
      {why && <PictureTrouble name={plate.name} why={why} />}
    </div>
  );
}

/** The name of a picture in a corner of it. */
export function Tag({
  text,
  box,
  side,
  width,
}: {
  text: string;
  box: PictureBox;
  side: 'left' | 'right';
  width: number;
}) {
  const inset = Math.max(side === 'left' ? box.left : width - box.left - box.width, 0) + 8;
  return (
    <span
      className="absolute text-[11px] text-white pointer-events-none px-1.5 rounded-sm bg-[#000000a0]"
      style={{ [side]: inset, top: Math.max(box.top, 0) + 8 }}
    >
      {text}
    </span>
  );
}
