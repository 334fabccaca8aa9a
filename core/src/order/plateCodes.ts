import type { RecordedCodes } from '../recording/recordedFrame.ts';
import { codeToLight, type CompiledEnd } from './end.ts';

/** Pixels that a proof takes of each plate. */
export const proofPixels = 1200;

/** Pixels of plates as the input of an order has them, after their shot lanes: what proofs are measured on, wherever they are made. */
export function plateCodes(plates: readonly RecordedCodes[], input: CompiledEnd): Float32Array {
  const all = new Float32Array(plates.reduce((sum, { code }) => sum + code.length, 0));
  let at = 0;
  for (const { code, profile, shot } of plates) {
    const part = all.subarray(at, (at += code.length));
    part.set(code);
    codeToLight(profile, shot)(part);
    input.fromLight(part);
  }
  return all;
}
