import { webgl2Of } from '../../../gl/context.ts';
import { useEffect, useState } from 'react';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import { neutralShot } from '@velvet-dusk/core/look/shot';
import { firstPicture } from '../../../workers/firstPicture.ts';
import type { Drawing, Renderer } from '../../../gl/drawing.ts';
import { makeWorkerRenderer } from './workerRenderer.ts';

/** Small, since nothing else is drawn meanwhile; before it a smaller one is drawn, to load what is needed. */
const trial = { width: 240, height: 136, size: 17 };
const loading = { ...trial, width: 16, height: 16 };
/** A graphics processor draws the trial in a millisecond or two; drawn in software it takes many times this, in ms. */
const slowest = 4;

/** A picture to try a renderer with. */
function trialDrawing(profile: Profile, { width, height, size }: typeof trial): Drawing {
  const rgb = Float32Array.from({ length: width * height * 3 }, (_, i) => (i * 0.618) % 1);
  const cube = { size, data: new Float32Array(size ** 3 * 3).fill(0.5) };
  return {
    width,
    height,
    pixels: { rgb, width, height },
    texelsPerPixel: 1,
    origin: [0, 0],
    after: cube,
    before: cube,
    split: width / 2,
    surround: 0,
    castLens: false,
    overlay: { kind: 'none', cube: null },
    plate: { url: '', profile, shot: neutralShot, trimmed: false },
    finish: null,
  };
}

/** Milliseconds a drawing takes until it is really there, once everything is loaded. */
function drawingTime(canvas: HTMLCanvasElement, renderer: Renderer, profile: Profile): number {
  const gl = webgl2Of(canvas)!;
  const pixel = new Uint8Array(4);
  const draw = (drawing: Drawing) => {
    const start = performance.now();
    void renderer.draw(drawing);
    gl.readPixels(0, 0, 1, 1, gl.RGBA, gl.UNSIGNED_BYTE, pixel);
    return performance.now() - start;
  };
  draw(trialDrawing(profile, loading));
  const drawing = trialDrawing(profile, trial);
  const first = draw(drawing);
  return first < 4 * slowest ? Math.min(first, draw(drawing)) : first;
}

type MakeRenderer = (canvas: HTMLCanvasElement) => Renderer;
/** WebGL's code is read when it is tried. */
let makeGlRenderer: MakeRenderer | undefined;
const loadGl = async () => (makeGlRenderer ??= (await import('./glRenderer.ts')).makeGlRenderer);

/** Does what draws call itself a rasteriser in software? Some that are do not. */
function isSoftware(gl: WebGL2RenderingContext): boolean {
  const unmasked = gl.getExtension('WEBGL_debug_renderer_info');
  const name = String(gl.getParameter(unmasked ? unmasked.UNMASKED_RENDERER_WEBGL : gl.RENDERER));
  return /swiftshader|llvmpipe|softpipe|software/i.test(name);
}

/** Whether WebGL 2 is worth drawing with, tried on a canvas of its own. */
async function tryGl(profile: Profile): Promise<boolean> {
  try {
    const canvas = document.createElement('canvas');
    // The trial would tell as much, and stop the page for as long as it takes.
    const gl = webgl2Of(canvas);
    if (!gl || isSoftware(gl)) return false;
    const makeGlRenderer = await loadGl();
    const renderer = makeGlRenderer(canvas);
    const time = drawingTime(canvas, renderer, profile);
    renderer.dispose();
    return time < slowest;
  } catch {
    return false;
  }
}

export type RendererKind = Renderer['kind'];

export function makeRenderer(kind: RendererKind, canvas: HTMLCanvasElement): Renderer {
  if (kind === 'webgl2' && makeGlRenderer) return makeGlRenderer(canvas);
  return makeWorkerRenderer(canvas);
}

/** `?viewer=webgl2` or `?viewer=worker` asks for one. */
const asked = new URLSearchParams(location.search).get('viewer');

/** Settles with whether WebGL 2 is drawn with: found out once, when the first picture stands. */
let isGl: Promise<boolean> | undefined;
const decide = (profile: Profile): Promise<boolean> => {
  if (asked === 'worker') return Promise.resolve(false);
  if (asked === 'webgl2') return loadGl().then(() => true);
  return firstPicture.then(() => tryGl(profile));
};
let decided: RendererKind = 'worker';

/**
 * How a picture is drawn: in WebGL 2 where a graphics processor is behind it, else in the worker, which is faster than
 * WebGL drawn in software. Which it is is tried once the first picture stands, which the worker draws.
 * @param profile any, for a trial drawing.
 */
export function useRendererKind(profile: Profile): RendererKind {
  const [kind, setKind] = useState(decided);
  useEffect(() => {
    let gone = false;
    isGl ??= decide(profile);
    void isGl.then((gl) => {
      decided = gl ? 'webgl2' : 'worker';
      if (!gone) setKind(decided);
    });
    return () => {
      gone = true;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- any profile serves the trial drawing
  }, []);
  return kind;
}
