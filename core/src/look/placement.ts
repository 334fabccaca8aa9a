import { makeCodec } from '../camera/codec.ts';
import { mapBuffer } from '../numeric/buffer.ts';
import type { Profile } from '../camera/profile.ts';
import { invert } from '../colour/matrix.ts';
import { deltaE2000 } from '../colour/deltaE2000.ts';
import { displayToLab } from '../colour/displayLab.ts';
import { rgbToRgb } from '../colour/rgbSpace.ts';
import { working } from '../colour/spaces/index.ts';
import { applyTetrahedral } from '../lut/apply.ts';
import type { Cube3d } from '../lut/cube.ts';
import { isClipped, isCrushed } from '../colour/clipping.ts';
import type { CompiledRendering } from '../render/rendering.ts';
import { trimCode } from './trimCode.ts';
import { compileShot, runShot, type Shot } from './shot.ts';

/** One picture with its corrections on either side of the same cube. Signals 0–1, interleaved. */
export interface Placement {
  /** Corrected as recorded, then through the cube. */
  before: Float32Array;
  /** Through the cube as recorded, then corrected as a finished picture. */
  after: Float32Array;
  /** Shares of the picture that the cube cut off before its corrections came, and that are kept when they come first. */
  lost: { highlights: number; shadows: number };
}

/** How far the two pictures are apart, mean ΔE2000. */
export function placementDifference({ before, after }: Placement, { output }: CompiledRendering): number {
  const toLab = displayToLab(output.space, output.curve);
  const labAt = (s: Float32Array, p: number) => toLab(s[p], s[p + 1], s[p + 2]);
  let sum = 0;
  for (let p = 0; p < before.length; p += 3) sum += deltaE2000(labAt(before, p), labAt(after, p));
  return sum / (before.length / 3);
}

/** Corrections of a shot on a finished picture: the same ones in display light. */
export function trimDisplay(
  { output, toSignal }: CompiledRendering,
  shot: Shot,
): (code: Float32Array) => void {
  const toWorking = rgbToRgb(output.space, working);
  const correction = compileShot(shot, { toWorking, fromWorking: invert(toWorking) });
  return (code) => {
    mapBuffer(code, (v) => output.curve.inverse(toSignal(v)));
    runShot(correction, code);
    mapBuffer(code, (v) => output.curve.forward(Math.min(Math.max(v, 0), 1)));
  };
}

/**
 * Where corrections go, before a LUT or after it: what is clipped inside the LUT is gone for those that come after.
 * @param code camera code of the plate, interleaved RGB; left as it is.
 */
export function simulatePlacement(
  code: Float32Array,
  {
    profile,
    shot,
    cube,
    rendering,
  }: { profile: Profile; shot: Shot; cube: Cube3d; rendering: CompiledRendering },
): Placement {
  const before = Float32Array.from(code);
  trimCode(makeCodec(profile), shot)(before);
  applyTetrahedral(cube, before);
  mapBuffer(before, rendering.toSignal);
  const after = Float32Array.from(code);
  applyTetrahedral(cube, after);
  const lost = { highlights: 0, shadows: 0 };
  const one = 3 / code.length;
  for (let p = 0; p < code.length; p += 3) {
    const inCube = [0, 1, 2].map((c) => rendering.toSignal(after[p + c])) as [number, number, number];
    const kept = [before[p], before[p + 1], before[p + 2]] as [number, number, number];
    if (isClipped(...inCube) && !isClipped(...kept)) lost.highlights += one;
    if (isCrushed(...inCube) && !isCrushed(...kept)) lost.shadows += one;
  }
  trimDisplay(rendering, shot)(after);
  return { before, after, lost };
}
