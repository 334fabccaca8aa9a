import type { NotedPlate } from './words.ts';
import { shapeBounds, shapeHandles } from './geometry.ts';
import type { WindowShape } from './shape.ts';

/** The outline of a shape as an SVG path on a frame of a size. */
export function shapePath(shape: WindowShape, width: number, height: number): string {
  const at = (x: number, y: number) => `${(x * width).toFixed(1)} ${(y * height).toFixed(1)}`;
  if (shape.form === 'polygon') return `M${shape.corners.map(([x, y]) => at(x, y)).join('L')}Z`;
  const { centre, radii, turn } = shape;
  const [[x, y]] = shapeHandles(shape, width / height);
  // A little small: radii that do not reach are scaled until they do, while ones that are too long by a rounding shift the middle.
  const [rx, ry] = radii.map((r) => (r * height * 0.999).toFixed(3));
  const arc = (toX: number, toY: number) => `A${rx} ${ry} ${turn.toFixed(2)} 0 1 ${at(toX, toY)}`;
  return `M${at(x, y)}${arc(2 * centre[0] - x, 2 * centre[1] - y)}${arc(x, y)}Z`;
}

const sketchWidth = 200;

/** A frame with the shapes noted on it, numbered as the notes are: an SVG picture of its own. */
export function noteSketch({ aspect, notes }: Pick<NotedPlate, 'aspect' | 'notes'>): string {
  const height = Math.round(sketchWidth / aspect);
  const shapes = notes.flatMap(({ shape }, i) => {
    if (!shape) return [];
    const { x0, y0, x1, y1 } = shapeBounds(shape, aspect);
    const [x, y] = [(x0 + x1) / 2, (y0 + y1) / 2];
    return [
      `<path d="${shapePath(shape, sketchWidth, height)}" fill="#5a3f86" fill-opacity="0.12" stroke="#5a3f86" stroke-width="1.2"/>`,
      `<text x="${(x * sketchWidth).toFixed(1)}" y="${(y * height + 4).toFixed(1)}" font-size="11" fill="#1d1b22" text-anchor="middle">${i + 1}</text>`,
    ];
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" role="img" aria-label="Where on the frame" viewBox="0 0 ${sketchWidth} ${height}" width="${sketchWidth}" height="${height}"><rect x="0.5" y="0.5" width="${sketchWidth - 1}" height="${height - 1}" fill="#f3efe6" stroke="#8a8577"/>${shapes.join('')}</svg>`;
}
