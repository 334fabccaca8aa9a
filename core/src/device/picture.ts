import { codeToSignal, levels } from '../colour/range.ts';
import { deltaE2000 } from '../colour/deltaE2000.ts';
import { displayToLab } from '../colour/displayLab.ts';
import { bt709 } from '../colour/spaces/index.ts';
import { bt1886 } from '../colour/transfer/bt1886.ts';
import { applyCube } from '../lut/apply.ts';
import { unitDomain } from '../lut/cube.ts';
import type { GridStage } from '../lut/lut.ts';
import type { DeviceDefinition } from './device.ts';

/** Bits a narrow range is sent in. */
const sentDepth = 10;

/**
 * What an operator sees: camera code through a loaded LUT, its answer taken for the range the device takes it for.
 * @param code interleaved RGB as recorded; left as it is. @returns signal 0–1.
 */
export function operatorPicture(
  code: Float32Array,
  grid: GridStage,
  { interpolation, range }: DeviceDefinition,
): Float32Array {
  const out = Float32Array.from(code);
  applyCube({ ...grid, ...unitDomain, title: '', comments: [] }, out, interpolation);
  if (range === 'full') return out;
  const l = levels('narrow', sentDepth);
  return out.map((v) => Math.min(Math.max(codeToSignal(v, l), 0), 1));
}

/** How far an operator's picture lies from another of the same pixels: ΔE2000, both as BT.709 signal. */
export function pictureDifference(
  a: Float32Array,
  b: Float32Array,
): { mean: number; p99: number; max: number } {
  const toLab = displayToLab(bt709, bt1886());
  const errors = new Float64Array(a.length / 3);
  for (let i = 0; i < errors.length; i++) {
    const p = i * 3;
    errors[i] = deltaE2000(toLab(a[p], a[p + 1], a[p + 2]), toLab(b[p], b[p + 1], b[p + 2]));
  }
  errors.sort();
  return {
    mean: errors.reduce((x, y) => x + y, 0) / errors.length,
    p99: errors[Math.floor(0.99 * (errors.length - 1))],
    max: errors[errors.length - 1],
  };
}
