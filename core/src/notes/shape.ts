import { z } from 'zod';

/** A place on a frame, in shares of its width and height; it may lie outside. */
const place = z.tuple([z.number().min(-1).max(2), z.number().min(-1).max(2)]);
export type Place = z.output<typeof place>;

/** Half its width and half its height, in shares of the frame's height, so that it can be turned. */
const radius = z.number().min(0.005).max(2);
const ellipse = z.strictObject({
  form: z.literal('ellipse'),
  centre: place,
  radii: z.tuple([radius, radius]),
  /** Degrees, clockwise as seen. */
  turn: z.number().min(-180).max(180).default(0),
});
export type Ellipse = z.output<typeof ellipse>;

export const mostCorners = 40;
const polygon = z.strictObject({
  form: z.literal('polygon'),
  corners: z.array(place).min(3).max(mostCorners),
});
export type Polygon = z.output<typeof polygon>;

/** Where on a frame something is wanted. */
export const windowShapeSchema = z.discriminatedUnion('form', [ellipse, polygon]);
export type WindowShape = z.output<typeof windowShapeSchema>;
