import type { Profile } from '../camera/profile.ts';
import type { Look } from '../look/document.ts';
import type { Shot } from '../look/shot.ts';
import { type Display, standardDisplay } from '../render/display.ts';
import type { ToneRendering } from '../render/rendering.ts';
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
  /** Stops by which the picture is shown darker, for footage exposed so much over. */
  offset?: number;
  /** The other camera. */
  to?: Profile;
  /** Leaves the look out of a role that may go without. */
  withoutLook?: boolean;
}

/** The change of light that shows footage exposed `stops` over as it is meant. No negative zero, which would be told. */
export const darker = (stops = 0): number => 0 - stops;
