import { painter } from '../workers/index.ts';
import type { Drawing, Renderer, ViewCube } from './drawing.ts';

/** The viewer without WebGL 2: a worker applies trim and cube, a plain canvas shows it. */
export function makeWorkerRenderer(canvas: HTMLCanvasElement): Renderer {
  const context = canvas.getContext('2d', { alpha: false });
  if (!context) throw new Error('this browser has no canvas');

  const paint = async ({ plate, pixels: { width, height }, overlay, castLens }: Drawing, cube: ViewCube) => {
    const shot = plate.trimmed ? plate.shot : null;
    const { url, profile } = plate;
    const rgba = await painter.paint({ url, width, height, profile, shot, cube, overlay, castLens });
    return createImageBitmap(new ImageData(rgba, width, height));
  };

  return {
    kind: 'worker',
    async draw(d) {
      const after = await paint(d, d.after);
      const before = d.split > 0 ? await paint(d, d.before) : undefined;
      canvas.width = d.width;
      canvas.height = d.height;
      const level = Math.round(d.surround * 255);
      context.fillStyle = `rgb(${level} ${level} ${level})`;
      context.fillRect(0, 0, d.width, d.height);
      context.imageSmoothingEnabled = false;
      const [x, y] = d.origin;
      const w = d.pixels.width / d.texelsPerPixel;
      const h = d.pixels.height / d.texelsPerPixel;
      context.drawImage(after, x, y, w, h);
      if (!before) return;
      context.save();
      context.beginPath();
      context.rect(0, 0, d.split, d.height);
      context.clip();
      context.drawImage(before, x, y, w, h);
      context.restore();
    },
    dispose: () => {},
  };
}
