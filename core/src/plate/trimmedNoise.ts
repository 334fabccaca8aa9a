import { transformBuffer } from '../colour/matrix.ts';
import { makeCodec } from '../camera/codec.ts';
import type { Profile } from '../camera/profile.ts';
import { correctLight, type Shot } from '../look/shot.ts';
import { mapBuffer } from '../numeric/buffer.ts';
import { noiseDeviation } from './noise.ts';

/** Most that is measured along an edge: the middle of a larger frame has its noise, and takes no gigabyte. */
const longest = { width: 1920, height: 1080 };

/** The middle of a frame, as far as it is measured. */
function middleOf(code: Float32Array, frame: { width: number; height: number }) {
  const [width, height] = [Math.min(frame.width, longest.width), Math.min(frame.height, longest.height)];
  const [left, top] = [(frame.width - width) >> 1, (frame.height - height) >> 1];
  const light = new Float32Array(width * height * 3);
  for (let y = 0; y < height; y++) {
    const from = ((y + top) * frame.width + left) * 3;
    light.set(code.subarray(from, from + width * 3), y * width * 3);
  }
  return { light, width, height };
}

/**
 * Noise of a frame behind its trim, in codes of 10 bits of its own curve: what the look has to live with.
 * @param code interleaved RGB, 0–1, not changed
 */
export function trimmedNoise(
  code: Float32Array,
  frame: { width: number; height: number },
  profile: Profile,
  shot: Shot,
): number {
  const codec = makeCodec(profile);
  const { light, width, height } = middleOf(code, frame);
  mapBuffer(light, (c) => codec.decode(c));
  transformBuffer(codec.toWorking, light);
  correctLight(shot)(light);
  transformBuffer(codec.fromWorking, light);
  mapBuffer(light, (x) => Math.min(Math.max(codec.encode(x), 0), 1));
  return noiseDeviation(light, width, height) * 1023;
}
