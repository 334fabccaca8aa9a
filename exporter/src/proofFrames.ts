import type { Profile } from '@velvet-dusk/core/camera/profile';
import { codeToLight, type CompiledEnd } from '@velvet-dusk/core/order/end';
import type { Shot } from '@velvet-dusk/core/look/shot';
import { parsePng } from '@velvet-dusk/core/formats/png';
import type { PackSpec } from '@velvet-dusk/core/pack/spec';
import { sparse } from '@velvet-dusk/core/proposals/plateEvaluator';

/** A plate as its pack is proved on it and shown by it. */
export interface ProofFrame {
  id: string;
  name: string;
  profile: Profile;
  shot: Shot;
  width: number;
  height: number;
  /** Codes as recorded. */
  rgb: Float32Array;
}

/** The plates of a spec, decoded. Throws a FormatError for a picture that is none. */
export function framesOf({ plates, profiles }: PackSpec): ProofFrame[] {
  return plates.flatMap(({ id, name, profileId, shot, png }) => {
    const profile = profiles.find((p) => p.id === profileId);
    if (!profile) return [];
    const { width, height, rgb } = parsePng(Buffer.from(png, 'base64'), `plate ${name}`);
    return [{ id, name, profile, shot, width, height, rgb }];
  });
}

/** Pixels taken of each plate. */
const pixelsEach = 1200;

/** Frames with as few pixels as a proof takes of them. */
export const thinned = (frames: readonly ProofFrame[]): ProofFrame[] =>
  frames.map((frame) => ({ ...frame, ...sparse(frame.rgb, frame.width, frame.height, pixelsEach) }));

/** Pixels of plates as the input of an order has them, after their shot lanes. */
export function samplesFor(frames: readonly ProofFrame[], input: CompiledEnd): Float32Array {
  const parts = frames.map(({ rgb, profile, shot }) => {
    const light = Float32Array.from(rgb);
    codeToLight(profile, shot)(light);
    input.fromLight(light);
    return light;
  });
  const all = new Float32Array(parts.reduce((sum, p) => sum + p.length, 0));
  parts.reduce((at, part) => (all.set(part, at), at + part.length), 0);
  return all;
}
