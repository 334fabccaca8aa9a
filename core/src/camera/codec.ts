import { rgbToRgb } from '../colour/rgbSpace.ts';
import { type Mat3 } from '../colour/matrix.ts';
import { working } from '../colour/spaces/index.ts';
import { makeCurve } from './curves/index.ts';
import type { Profile } from './profile.ts';
import { codeToSignal, type Levels, levels, signalToCode } from '../colour/range.ts';
import { midGrey } from '../colour/exposure.ts';

/** A profile made ready for use. */
export interface Codec {
  readonly profile: Profile;
  readonly levels: Levels;
  /** Code value (0–1 of all codes) → camera-linear, one channel. */
  decode(code: number): number;
  /** Camera-linear → code value (0–1 of all codes), one channel; not clipped. */
  encode(linear: number): number;
  /** Camera-linear RGB → working RGB, and back. */
  readonly toWorking: Mat3;
  readonly fromWorking: Mat3;
  /** Code values of the usable floor and of sensor clip. */
  readonly floorCode: number;
  readonly clipCode: number;
  readonly blackCode: number;
}

export function makeCodec(profile: Profile): Codec {
  const curve = makeCurve(profile.curve);
  const l = levels(profile.range, profile.bitDepth);
  const held = profile.overshoot === 'held';
  const hold = (signal: number) => (held ? Math.min(Math.max(signal, 0), 1) : signal);
  const encode = (x: number) => signalToCode(hold(curve.forward(x)), l);
  const atStops = (stops: number) => encode(midGrey * 2 ** stops);
  return {
    profile,
    levels: l,
    decode: (code) => curve.inverse(hold(codeToSignal(code, l))),
    encode,
    toWorking: rgbToRgb(profile, working),
    fromWorking: rgbToRgb(working, profile),
    floorCode: Math.max(0, atStops(profile.sensor.floorStops)),
    clipCode: Math.min(1, atStops(profile.sensor.clipStops)),
    blackCode: encode(0),
  };
}
