import { applyLut } from '../../lut/apply.ts';
import { inputDomainOf, type Lut, sizeOf } from '../../lut/lut.ts';

/** Places of the neutral axis that are looked at, where a LUT has as many nodes. */
const places = 32;

/**
 * Greys of a LUT's own nodes and, around each, the six colours one step of one channel away: inputs and outputs as codes,
 * seven triples a grey (the grey; red less, red more; green; blue).
 */
export interface NeutralSample {
  readonly inputs: Float32Array;
  readonly outputs: Float32Array;
  readonly greys: number;
}

export const triplesPerGrey = 7;

export function sampleNeutral(lut: Lut): NeutralSample {
  const hasGrid = lut.stages.some((s) => s.kind === '3d');
  const size = hasGrid ? Math.max(sizeOf(lut), 3) : places + 1;
  const stride = Math.max(1, Math.round((size - 1) / places));
  const greys = Math.floor((size - 1) / stride) + 1;
  const { domainMin, domainMax } = inputDomainOf(lut);
  const inputs = new Float32Array(greys * triplesPerGrey * 3);
  for (let i = 0; i < greys; i++)
    for (let k = 0; k < triplesPerGrey; k++)
      for (let c = 0; c < 3; c++) {
        const isMoved = k > 0 && Math.floor((k - 1) / 2) === c;
        const step = isMoved ? (k % 2 === 1 ? -1 : 1) : 0;
        const share = Math.min(Math.max(((i + step) * stride) / (size - 1), 0), 1);
        inputs[(i * triplesPerGrey + k) * 3 + c] = domainMin[c] + share * (domainMax[c] - domainMin[c]);
      }
  const outputs = Float32Array.from(inputs);
  applyLut(lut, outputs, 'tetrahedral');
  return { inputs, outputs, greys };
}
