import type { Zoom } from '../../state/view.ts';

export interface Geometry {
  /** Canvas size in device pixels. */
  width: number;
  height: number;
  /** Size of the picture the canvas is drawn from, in texels. */
  sourceWidth: number;
  sourceHeight: number;
  texelsPerPixel: number;
  /** Top left of the picture on the canvas, whole device pixels. */
  origin: readonly [number, number];
  /** Size of the picture on the canvas, device pixels. */
  shownWidth: number;
  shownHeight: number;
  /** Device pixels per picture pixel. */
  scale: number;
}

/**
 * Where a picture lies on the canvas. Fitted, it is drawn from a copy made exactly as large as it is shown;
 * at 1:1 and above from the frame itself, centred on a point of it.
 */
export function viewerGeometry(
  canvas: { width: number; height: number },
  frame: { width: number; height: number },
  zoom: Zoom,
  centre: readonly [number, number],
): Geometry {
  const fit = Math.min(canvas.width / frame.width, canvas.height / frame.height);
  const scale = zoom === 'fit' ? Math.min(fit, 1) : zoom;
  const shownWidth = Math.max(1, Math.round(frame.width * scale));
  const shownHeight = Math.max(1, Math.round(frame.height * scale));
  const shrunk = scale < 1;
  const place = (room: number, shown: number, at: number) => {
    if (shown <= room) return Math.floor((room - shown) / 2);
    return Math.round(Math.min(Math.max(room / 2 - at * shown, room - shown), 0));
  };
  return {
    ...canvas,
    sourceWidth: shrunk ? shownWidth : frame.width,
    sourceHeight: shrunk ? shownHeight : frame.height,
    texelsPerPixel: shrunk ? 1 : 1 / scale,
    origin: [place(canvas.width, shownWidth, centre[0]), place(canvas.height, shownHeight, centre[1])],
    shownWidth,
    shownHeight,
    scale,
  };
}
