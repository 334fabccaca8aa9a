import type { Ellipse, Place, Polygon, WindowShape } from './shape.ts';

/** Distance of a place to the edge of a shape, negative inside; places and distance in frame heights. */
type Distance = (x: number, y: number) => number;

/** First-order distance to an ellipse: its implicit function over the length of that one's gradient. */
function toEllipse({ centre, radii: [rx, ry], turn }: Ellipse, aspect: number): Distance {
  const [cx, cy] = [centre[0] * aspect, centre[1]];
  const angle = (turn * Math.PI) / 180;
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  return (x, y) => {
    const [dx, dy] = [x - cx, y - cy];
    const [u, v] = [(dx * cos + dy * sin) / rx, (dy * cos - dx * sin) / ry];
    const r = Math.hypot(u, v);
    if (r === 0) return -Math.min(rx, ry);
    return (r * (r - 1)) / Math.hypot(u / rx, v / ry);
  };
}

/** Distance to the nearest edge; inside by the even-odd rule. */
function toPolygon({ corners }: Polygon, aspect: number): Distance {
  const points = corners.map(([x, y]) => [x * aspect, y] as const);
  return (x, y) => {
    let nearest = Infinity;
    let inside = false;
    for (let i = 0, j = points.length - 1; i < points.length; j = i++) {
      const [[ax, ay], [bx, by]] = [points[i], points[j]];
      const [ex, ey] = [bx - ax, by - ay];
      const along = ((x - ax) * ex + (y - ay) * ey) / (ex * ex + ey * ey || 1);
      const t = Math.min(Math.max(along, 0), 1);
      nearest = Math.min(nearest, Math.hypot(x - ax - t * ex, y - ay - t * ey));
      if (ay > y !== by > y && x < ax + ((y - ay) / ey) * ex) inside = !inside;
    }
    return inside ? -nearest : nearest;
  };
}

const distanceTo = (shape: WindowShape, aspect: number): Distance =>
  shape.form === 'ellipse' ? toEllipse(shape, aspect) : toPolygon(shape, aspect);

/**
 * How much of a window a place has: 1 well inside, 0 well outside, half on the edge.
 * @param softness width of the soft edge in frame heights, half of it to either side; it falls with a smooth step.
 * @param aspect width of the frame over its height.
 * @returns weight at a place, in shares of the frame's width and height.
 */
export function windowWeight(
  shape: WindowShape,
  softness: number,
  aspect: number,
): (u: number, v: number) => number {
  const distance = distanceTo(shape, aspect);
  return (u, v) => {
    const d = distance(u * aspect, v);
    if (softness === 0) return d <= 0 ? 1 : 0;
    const t = Math.min(Math.max(0.5 - d / softness, 0), 1);
    return t * t * (3 - 2 * t);
  };
}

/** A shape moved by shares of the frame's width and height, held to where its places may lie. */
export function movedShape(shape: WindowShape, dx: number, dy: number): WindowShape {
  const moved = ([x, y]: Place): Place => [held(x + dx), held(y + dy)];
  return shape.form === 'ellipse'
    ? { ...shape, centre: moved(shape.centre) }
    : { ...shape, corners: shape.corners.map(moved) };
}
const held = (x: number) => Math.min(Math.max(x, -1), 2);

/** Places from which a shape is reshaped: its corners, or the ends of an ellipse's two half axes. */
export function shapeHandles(shape: WindowShape, aspect: number): Place[] {
  if (shape.form === 'polygon') return shape.corners;
  const { centre, radii, turn } = shape;
  const angle = (turn * Math.PI) / 180;
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  return [
    [centre[0] + (radii[0] * cos) / aspect, centre[1] + radii[0] * sin],
    [centre[0] - (radii[1] * sin) / aspect, centre[1] + radii[1] * cos],
  ];
}

/** A shape with one of its handles somewhere else: the first of an ellipse also turns it. */
export function withHandle(shape: WindowShape, handle: number, to: Place, aspect: number): WindowShape {
  const at: Place = [held(to[0]), held(to[1])];
  if (shape.form === 'polygon')
    return { ...shape, corners: shape.corners.map((c, i) => (i === handle ? at : c)) };
  const [dx, dy] = [(at[0] - shape.centre[0]) * aspect, at[1] - shape.centre[1]];
  const length = Math.min(Math.max(Math.hypot(dx, dy), 0.005), 2);
  if (handle === 1) return { ...shape, radii: [shape.radii[0], length] };
  return { ...shape, radii: [length, shape.radii[1]], turn: (Math.atan2(dy, dx) * 180) / Math.PI };
}

/** The least box around a shape, in shares of the frame; it may reach outside. */
export function shapeBounds(shape: WindowShape, aspect: number) {
  if (shape.form === 'polygon') {
    const [xs, ys] = [shape.corners.map((c) => c[0]), shape.corners.map((c) => c[1])];
    return { x0: Math.min(...xs), y0: Math.min(...ys), x1: Math.max(...xs), y1: Math.max(...ys) };
  }
  const { centre, radii, turn } = shape;
  const angle = (turn * Math.PI) / 180;
  const dx = Math.hypot(radii[0] * Math.cos(angle), radii[1] * Math.sin(angle)) / aspect;
  const dy = Math.hypot(radii[0] * Math.sin(angle), radii[1] * Math.cos(angle));
  return { x0: centre[0] - dx, y0: centre[1] - dy, x1: centre[0] + dx, y1: centre[1] + dy };
}
