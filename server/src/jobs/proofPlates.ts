import { atDepth, type Profile } from '@velvet-dusk/core/camera/profile';
import { codeToLight, type CompiledEnd } from '@velvet-dusk/core/order/end';
import type { Shot } from '@velvet-dusk/core/look/shot';
import { sparse } from '@velvet-dusk/core/proposals/plateEvaluator';
import { memoizeRecent } from '@velvet-dusk/core/numeric/memoizeRecent';
import { readRaster } from '../frames/raster.ts';

/** A plate as a proof takes pixels of it. */
export interface ProofPlate {
  path: string;
  profile: Profile;
  shot: Shot;
  /** Bits its codes really use. */
  usedDepth: number | null;
}

/** Pixels taken of each plate; all together are thinned to a third of the proof. */
const pixelsEach = 1600;
/** Frames are looked at once for all exports of a project: some 20 kB are kept of each. */
const sampled = memoizeRecent(200, async (path: string): Promise<Float32Array> => {
  const { rgb, width, height } = await readRaster(path, path);
  return sparse(rgb, width, height, pixelsEach).rgb;
});

/** Pixels of plates as the input of an order has them, after their shot lanes. */
export async function plateSamples(plates: readonly ProofPlate[], input: CompiledEnd): Promise<Float32Array> {
  const parts: Float32Array[] = [];
  for (const { path, profile, shot, usedDepth } of plates) {
    const codes = await sampled(path).catch(() => null);
    if (!codes) continue;
    const light = Float32Array.from(codes);
    const recorded = usedDepth === null ? profile : atDepth(profile, usedDepth);
    codeToLight(recorded, shot)(light);
    input.fromLight(light);
    parts.push(light);
  }
  const all = new Float32Array(parts.reduce((sum, p) => sum + p.length, 0));
  parts.reduce((at, part) => (all.set(part, at), at + part.length), 0);
  return all;
}
