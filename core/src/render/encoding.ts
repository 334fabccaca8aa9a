import { type Levels, levels } from '../colour/range.ts';
import { invert, type Mat3, transformBuffer } from '../colour/matrix.ts';
import { rgbToRgb } from '../colour/rgbSpace.ts';
import type { Pass } from '../numeric/passes.ts';
import {
  type CompiledOutput,
  compileOutput,
  depthOf,
  isHdr,
  levelsOf,
  type Display,
  referenceOf,
} from './display.ts';
import { outputs } from './outputs/index.ts';

/**
 * What of a display is drawn: its own code; the part of its picture that an ordinary screen shows, as BT.709 signal with
 * 1 at reference white; or its light as perceptual quantiser, for scopes. The look is the same for all.
 */
export type ShownPart = 'code' | 'screen' | 'light';
export type ShownDisplay = Display & { part?: ShownPart };

/** From a display's light, 1 at its peak, to what of it is drawn, and back. */
export interface Encoding {
  /** The primaries and the curve of what is drawn. */
  readonly output: CompiledOutput;
  readonly levels: Levels;
  /** Display light → what the curve encodes, in place; and back. */
  fromLight: Pass;
  toLight: Pass;
}

const still: Pass = () => {};
const full = levels('full', 10);
const screen = compileOutput({ output: 'bt1886' });

/** Light that counts as 1 beside reference white, as a share of the peak. */
export function whiteShare(display: Display): number {
  const reference = referenceOf(display);
  return reference ? reference.white / levelsOf(display).peak : 1;
}

function throughMatrix(m: Mat3): Pick<Encoding, 'fromLight' | 'toLight'> {
  const back = invert(m);
  return {
    fromLight: (rgb) => transformBuffer(m, rgb),
    toLight: (rgb) => transformBuffer(back, rgb),
  };
}

const scaled = (m: Mat3, by: number): Mat3 => m.map((x) => x * by) as unknown as Mat3;

/** Is what is drawn not the display's own code? An ordinary screen shows BT.709 as it is. */
export const isOtherThanCode = ({ part, ...display }: ShownDisplay): boolean =>
  (part === 'light' && isHdr(display)) ||
  (part === 'screen' && (isHdr(display) || outputs[display.output].space !== screen.space));

/** A display as an ordinary screen shows it; one of BT.709 is the same object. */
export function onScreen(display: Display): ShownDisplay {
  const shown: ShownDisplay = { ...display, part: 'screen' };
  return isOtherThanCode(shown) ? shown : display;
}

export function encodingOf({ part, ...display }: ShownDisplay): Encoding {
  const own = compileOutput(display);
  const isOther = isOtherThanCode({ part, ...display });
  if (isOther && part === 'light')
    return {
      output: compileOutput({ ...display, output: 'pq' }),
      levels: full,
      fromLight: still,
      toLight: still,
    };
  if (isOther)
    return {
      output: screen,
      levels: full,
      ...throughMatrix(scaled(rgbToRgb(own.space, screen.space), 1 / whiteShare(display))),
    };
  return {
    output: own,
    levels: levels(display.range, depthOf(display)),
    fromLight: own.system?.fromLight ?? still,
    toLight: own.system?.toLight ?? still,
  };
}
