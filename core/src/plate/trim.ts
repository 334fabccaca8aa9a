import type { Codec } from '../camera/codec.ts';
import { midGrey } from '../colour/exposure.ts';
import { transform, type Vec3 } from '../colour/matrix.ts';
import { lumaOf } from '../colour/ycbcr.ts';
import { rgbToXyz } from '../colour/rgbSpace.ts';
import { working } from '../colour/spaces/index.ts';
import { xyToLight } from '../colour/temperature.ts';
import {
  beforeContrast,
  correctLight,
  heldTo,
  type Shot,
  type ShotAnswer,
  shotMatrix,
} from '../look/shot.ts';
import type { CompiledRendering } from '../render/rendering.ts';
import { signed } from '../numeric/signed.ts';
import type { neutralKinds } from './marks.ts';
import { type AreaReading, luminanceOf } from './measure.ts';

/** Share of clipped pixels from which a neutral is no neutral any more (common practice: none). */
const maxClipped = 0.005;
/** Under this the noise decides, not the light. */
const darkest = -4.5;

const toXyz = rgbToXyz(working);
const whiteLight = xyToLight(working.white);
const stops = (x: number) => signed(x, 2);

/** Why no light can be told from a place; undefined where it can. */
export function unfit(reading: AreaReading): string | undefined {
  if (reading.clipped > maxClipped)
    return `${Math.round(reading.clipped * 100)} % of this place is clipped: its colour is the sensor's limit, not the light's.`;
  if (reading.stops < darkest)
    return `This place lies ${Math.abs(reading.stops).toFixed(1)} stops under mid-grey: noise would decide the balance.`;
  return undefined;
}

const isHeld = (key: keyof Shot, value: number) => heldTo(key, value) !== value;

/** Light of a place after the shot lane, working RGB. */
export function trimmedLight(reading: AreaReading, shot: Shot): [number, number, number] {
  const light = Float32Array.from(reading.light);
  correctLight(shot)(light);
  return [light[0], light[1], light[2]];
}

/** White balance that makes a place neutral, in mired and Duv. Refused where it is clipped or too dark. */
export function balanceFromNeutral(reading: AreaReading): ShotAnswer {
  const refused = unfit(reading);
  if (refused) return { refused };
  const [X, Y, Z] = transform(toXyz, reading.light);
  const sum = X + Y + Z;
  const light = xyToLight([X / sum, Y / sum]);
  const mired = whiteLight.mired - light.mired;
  const duv = whiteLight.duv - light.duv;
  if (isHeld('mired', mired) || isHeld('duv', duv))
    return {
      refused: `This place asks for ${Math.round(mired)} mired and Duv ${duv.toFixed(3)}: that is no neutral.`,
    };
  return {
    change: { mired: Number(mired.toFixed(1)), duv: Number(duv.toFixed(4)) },
    says: `${stops(mired).replace(/\.\d+/, '')} mired, Duv ${duv.toFixed(3)}`,
  };
}

/** Exposure that brings a place to a luminance, scene-linear. */
function exposureTo(reading: AreaReading, shot: Shot, aim: number): ShotAnswer {
  if (reading.clipped > maxClipped) return { refused: unfit(reading)! };
  const now = luminanceOf(transform(shotMatrix(shot), reading.light));
  if (!(now > 0)) return { refused: 'There is no light in this place.' };
  const exposure = shot.exposure + Math.log2((beforeContrast(shot.contrast, aim) + shot.black / 100) / now);
  if (isHeld('exposure', exposure))
    return { refused: `It would take ${stops(exposure)} stops, more than a shot can be trimmed.` };
  return { change: { exposure: Number(exposure.toFixed(3)) }, says: `${stops(exposure)} stops` };
}

/** Exposure that puts a grey card of 18 % at mid-grey. */
export const exposureFromGrey = (reading: AreaReading, shot: Shot) => exposureTo(reading, shot, midGrey);

/**
 * The shot lane that the mark of a neutral asks for: balance, and exposure too of a grey card. Undefined where the place cannot
 * be read, so that nobody balances on it unseen.
 */
export function shotFromNeutral(
  reading: AreaReading,
  kind: (typeof neutralKinds)[number],
  shot: Shot,
): Partial<Shot> | undefined {
  const balance = balanceFromNeutral(reading);
  if (!('change' in balance)) return undefined;
  if (kind !== 'greyCard') return balance.change;
  const exposure = exposureFromGrey(reading, { ...shot, ...balance.change });
  return 'change' in exposure ? { ...balance.change, ...exposure.change } : balance.change;
}

/** Luma of a place as it is shown, 0–1: the one level by which places are put, marks read and skin judged. */
export const shownLuma = (reading: AreaReading, shot: Shot, rendering: CompiledRendering): number =>
  lumaOf(...renderedSignal(trimmedLight(reading, shot), rendering));

/** Halvings of the range of exposures: to a thousandth of a stop. */
const halvings = 16;

/**
 * Exposure that puts the luma of a place at a level of the rendered picture, 0–1: skin at about half scale is one practice of
 * several. Searched, as tone is per channel: a colour's luma is not that of a grey of its luminance.
 */
export function exposureForLevel(
  reading: AreaReading,
  shot: Shot,
  rendering: CompiledRendering,
  level: number,
): ShotAnswer {
  if (reading.clipped > maxClipped) return { refused: unfit(reading)! };
  const lumaAt = (exposure: number) => shownLuma(reading, { ...shot, exposure }, rendering);
  let [low, high] = [heldTo('exposure', -Infinity), heldTo('exposure', Infinity)];
  if (lumaAt(low) > level || lumaAt(high) < level)
    return {
      refused: `No exposure a shot can be trimmed by puts this place at ${Math.round(level * 100)} %.`,
    };
  for (let i = 0; i < halvings; i++) {
    const middle = (low + high) / 2;
    if (lumaAt(middle) < level) low = middle;
    else high = middle;
  }
  const exposure = Number(high.toFixed(3));
  return {
    change: { exposure },
    says: `${stops(exposure)} stops; luma ${(lumaAt(exposure) * 100).toFixed(1)} % before any look`,
  };
}

/** Flare that puts a black place at a level of the rendered picture, 0–1. */
export function blackForLevel(
  reading: AreaReading,
  shot: Shot,
  rendering: CompiledRendering,
  level: number,
): ShotAnswer {
  const now = luminanceOf(transform(shotMatrix(shot), reading.light));
  const aim = beforeContrast(shot.contrast, rendering.greyAt(level));
  const black = (now - aim) * 100;
  if (isHeld('black', black))
    return { refused: `It would take ${black.toFixed(1)} % of light off: this place is not black.` };
  return { change: { black: Number(black.toFixed(3)) }, says: `flare ${black.toFixed(2)} %` };
}

/** How level the parade stands on a place: greatest less least channel of the rendered signal, in %. */
export function paradeSpread(reading: AreaReading, shot: Shot, rendering: CompiledRendering): number {
  const rgb = Float32Array.from(trimmedLight(reading, shot));
  rendering.run(rgb);
  const signal = Array.from(rgb, rendering.toSignal);
  return (Math.max(...signal) - Math.min(...signal)) * 100;
}

/** A place as it is shown: display signal, 0–1. */
export function renderedSignal(light: Vec3, rendering: CompiledRendering): [number, number, number] {
  const rgb = Float32Array.from(light);
  rendering.run(rgb);
  return Array.from(rgb, rendering.toSignal) as [number, number, number];
}

/** The floor and ceiling a codec and a trim leave, in stops: for the picture of what a trim costs. */
export function reachAfter(codec: Codec, shot: Shot): { floor: number; clip: number } {
  const { floorStops, clipStops } = codec.profile.sensor;
  return { floor: floorStops + shot.exposure, clip: clipStops + shot.exposure };
}
