import { type Codec, makeCodec } from '../camera/codec.ts';
import type { Profile } from '../camera/profile.ts';
import { mapBuffer } from '../numeric/buffer.ts';
import { compileShot, isNeutralShot, runShot, type Shot } from './shot.ts';

/** Puts the shot lane into camera code: code → light → trimmed → code, held to 0–1 as a recording is. */
export function trimCode(codec: Codec, shot: Shot): (rgb: Float32Array) => void {
  const correction = compileShot(shot, codec);
  return (rgb) => {
    mapBuffer(rgb, codec.decode);
    runShot(correction, rgb);
    mapBuffer(rgb, (x) => Math.min(Math.max(codec.encode(x), 0), 1));
  };
}

/** Corrects camera code as a shot says; of one that corrects nothing every code is let be. */
export const correctedCode = (profile: Profile, shot: Shot): ((code: Float32Array) => void) =>
  isNeutralShot(shot) ? () => {} : trimCode(makeCodec(profile), shot);
