import type { Profile } from '../camera/profile.ts';
import type { Look } from '../look/document.ts';
import type { Shot } from '../look/shot.ts';
import { type Display, standardDisplay, type ToneRendering } from '../render/rendering.ts';
import type { End } from './end.ts';

/**
 * What a LUT computes: input end → offset → look or none → output end. Where one end is of a scene and the other of a
 * display, the rendering or its inverse stands between: each end knows the way to light.
 */
export interface LutOrder {
  input: End;
  /** Stops by which light is changed behind the input. */
  offset: number;
  look: Look | null;
  rendering: ToneRendering;
  output: End;
}

/** The display a look is judged on: the one it goes to, else the one it comes from, else the usual one of whoever looks. */
export function displayOf({ output, input }: Pick<LutOrder, 'input' | 'output'>, viewing = standardDisplay) {
  const end = [output, input].find((e) => e.kind === 'display');
  return end?.kind === 'display' ? end.display : viewing;
}

/** A shot and an offset on top of it. */
export const withOffset = (shot: Shot, offset: number): Shot => ({
  ...shot,
  exposure: shot.exposure + offset,
});

/** What a preset of an order is filled with. */
export interface OrderParts {
  look: Look;
  profile: Profile;
  display: Display;
}
