import { codeToSignal, levels } from '../colour/range.ts';
import { deltaE2000 } from '../colour/deltaE2000.ts';
import { displayToLab } from '../colour/displayLab.ts';
import { bt709 } from '../colour/spaces/index.ts';
import { bt1886 } from '../colour/transfer/bt1886.ts';
import { applyCube } from '../lut/apply.ts';
import { unitDomain } from '../lut/cube.ts';
import type { GridStage } from '../lut/lut.ts';
import { figuresOf, type ProofFigures } from '../order/proof.ts';
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
export function pictureDifference(a: Float32Array, b: Float32Array): ProofFigures {
  const toLab = displayToLab(bt709, bt1886());
  return figuresOf(
    Float64Array.from({ length: a.length / 3 }, (_, i) =>
      deltaE2000(toLab(a[i * 3], a[i * 3 + 1], a[i * 3 + 2]), toLab(b[i * 3], b[i * 3 + 1], b[i * 3 + 2])),
    ),
  );
}
