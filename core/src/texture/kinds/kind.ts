import type { z } from 'zod';
import type { Axis } from '../../numeric/axis.ts';
import type { Light } from '../light.ts';

/** What a texture is drawn over: stops from mid-grey, way from the middle to a corner in %, size of detail in % of the height. */
export type TextureAxis = 'stops' | 'radius' | 'detail';

/** How a kind of texture is drawn: one line over an axis, from the same function that works on the picture. */
export interface TextureShape<P> {
  readonly axis: TextureAxis;
  readonly label: string;
  readonly unit: string;
  readonly y: Axis;
  at(params: P, x: number): number;
  /** Parameters dragged on the drawing; `y` where up and down moves the line, `x` where the place itself moves. */
  readonly handles: readonly { key: string & keyof P; along: 'x' | 'y'; x(params: P): number }[];
}

/** One kind of texture. The schema holds every parameter with default, range and unit; `on` is kept beside them. */
export interface TextureKind<S extends z.ZodObject = z.ZodObject> {
  readonly id: string;
  readonly label: string;
  readonly about: string;
  readonly schema: S;
  /** The number that says how much of it there is: what is scaled where a plate takes more or less. */
  readonly strength: string & keyof z.output<S>;
  readonly shape: TextureShape<z.output<S>>;
  /** True where these parameters change nothing. */
  isNeutral(params: z.output<S>): boolean;
  /** The setting in a few characters, for the row. */
  summary(params: z.output<S>): string;
  /** The setting in units that a finishing artist can use elsewhere, a line each. */
  notes(params: z.output<S>): string[];
  /** Works on light in place. */
  run(params: z.output<S>, light: Light): void;
}

/** Keeps the parameter type of a definition inside its own file. */
export const defineTexture = <S extends z.ZodObject>(kind: TextureKind<S>) => kind;
