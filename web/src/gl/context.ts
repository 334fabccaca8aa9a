/** The WebGL 2 context of a canvas, as pictures are drawn in it; null where there is none. What asks first decides how it is. */
export const webgl2Of = (canvas: HTMLCanvasElement): WebGL2RenderingContext | null =>
  canvas.getContext('webgl2', { alpha: false, antialias: false, preserveDrawingBuffer: true });
