import type { Profile } from '@velvet-dusk/core/camera/profile';
import { neutralShot } from '@velvet-dusk/core/look/shot';
import type { Drawing, Renderer } from './drawing.ts';
import { makeGlRenderer } from './glRenderer.ts';
import { makeWorkerRenderer } from './workerRenderer.ts';

const trial = { width: 480, height: 270, size: 17 };
/** A graphics processor draws the trial in a millisecond or two; drawn in software it takes many times this, in ms. */
const slowest = 5;

/** A picture to try a renderer with. */
function trialDrawing(profile: Profile): Drawing {
  const { width, height, size } = trial;
  const rgb = Float32Array.from({ length: width * height * 3 }, (_, i) => (i * 0.618) % 1);
  const cube = { size, data: new Float32Array(size ** 3 * 3).fill(0.5) };
  return {
    ...{ width, height, pixels: { rgb, width, height }, texelsPerPixel: 1, origin: [0, 0] },
    ...{ after: cube, before: cube, split: width / 2, surround: 0, castLens: false },
    overlay: { kind: 'none', cube: null },
    plate: { url: '', profile, shot: neutralShot, trimmed: false },
    texture: null,
  };
}

/** Milliseconds a drawing takes until it is really there, once everything is loaded. */
function drawingTime(canvas: HTMLCanvasElement, renderer: Renderer, profile: Profile): number {
  const gl = canvas.getContext('webgl2')!;
  const drawing = trialDrawing(profile);
  const pixel = new Uint8Array(4);
  const draw = () => {
    const start = performance.now();
    void renderer.draw(drawing);
    gl.readPixels(0, 0, 1, 1, gl.RGBA, gl.UNSIGNED_BYTE, pixel);
    return performance.now() - start;
  };
  draw();
  return Math.min(draw(), draw());
}

/** Whether WebGL 2 is worth drawing with; found out once, on a canvas of its own. */
let isWorth: boolean | undefined;
function isGlWorthIt(profile: Profile): boolean {
  try {
    const canvas = document.createElement('canvas');
    const renderer = makeGlRenderer(canvas);
    const time = drawingTime(canvas, renderer, profile);
    renderer.dispose();
    return time < slowest;
  } catch {
    return false;
  }
}

/**
 * The renderer for a canvas: WebGL 2 where a graphics processor is behind it, else the worker, which is faster than
 * WebGL drawn in software. @param profile any, for a trial drawing. `?viewer=webgl2` or `?viewer=worker` asks for one.
 */
export function chooseRenderer(canvas: HTMLCanvasElement, profile: Profile): Renderer {
  const asked = new URLSearchParams(location.search).get('viewer');
  if (asked === 'webgl2') return makeGlRenderer(canvas);
  isWorth ??= asked !== 'worker' && isGlWorthIt(profile);
  return isWorth ? makeGlRenderer(canvas) : makeWorkerRenderer(canvas);
}
