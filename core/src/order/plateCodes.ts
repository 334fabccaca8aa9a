import { atDepth, type Profile } from '../camera/profile.ts';
import type { Shot } from '../look/shot.ts';
import { codeToLight, type CompiledEnd } from './end.ts';

/** Pixels of a plate as recorded, and what recorded them. */
export interface RecordedPixels {
  /** Codes, interleaved. */
  rgb: Float32Array;
  profile: Profile;
  shot: Shot;
  /** Bits its codes really use; null where that is not known. */
  usedDepth: number | null;
}

/** Pixels of plates as the input of an order has them, after their shot lanes: what proofs are measured on, wherever they are made. */
export function plateCodes(plates: readonly RecordedPixels[], input: CompiledEnd): Float32Array {
  const all = new Float32Array(plates.reduce((sum, { rgb }) => sum + rgb.length, 0));
  let at = 0;
  for (const { rgb, profile, shot, usedDepth } of plates) {
    const part = all.subarray(at, (at += rgb.length));
    part.set(rgb);
    codeToLight(usedDepth === null ? profile : atDepth(profile, usedDepth), shot)(part);
    input.fromLight(part);
  }
  return all;
}
