import { transformBuffer } from '../colour/matrix.ts';
import { makeCodec } from '../camera/codec.ts';
import type { Profile } from '../camera/profile.ts';
import { correctLight, type Shot } from '../look/shot.ts';
import { noiseDeviation } from './noise.ts';

/**
 * Noise of a frame behind its trim, in codes of 10 bits of its own curve: what the look has to live with.
 * @param code interleaved RGB, 0–1, not changed
 */
export function trimmedNoise(
  code: Float32Array,
  { width, height }: { width: number; height: number },
  profile: Profile,
  shot: Shot,
): number {
  const codec = makeCodec(profile);
  const light = code.map((c) => codec.decode(c));
  transformBuffer(codec.toWorking, light);
  correctLight(shot)(light);
  transformBuffer(codec.fromWorking, light);
  const again = light.map((x) => Math.min(Math.max(codec.encode(x), 0), 1));
  return noiseDeviation(again, width, height) * 1023;
}
