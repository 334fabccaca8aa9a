import { luminanceWeights } from '../colour/rgbSpace.ts';
import { bt2020 } from '../colour/spaces/index.ts';
import { pqCurve, pqPeak } from '../colour/transfer/pq.ts';
import type { ReferenceLight } from '../render/outputs/output.ts';

/** Light as a scope shows it, cd/m² → level 0–1: the perceptual quantiser of SMPTE ST 2084. */
export const lightLevel = (light: number): number => pqCurve.forward(light / pqPeak);

/** Light a scope is marked at, cd/m²: grey and reference white of the display, and round steps beside them. */
export const lightMarks = ({ grey, white }: ReferenceLight): number[] => [0, 1, 5, grey, white, 1000, 4000];

/** What of a picture an ordinary screen cannot show. */
export interface AboveWhite {
  /** Pixels with a luminance over reference white, as a share. */
  share: number;
  /** The brightest pixel, cd/m². */
  brightest: number;
  reference: ReferenceLight;
}

const weights = luminanceWeights(bt2020);

/** @param signal light of BT.2020 primaries as perceptual quantiser, interleaved RGB. */
export function aboveWhite(signal: Float32Array, reference: ReferenceLight): AboveWhite {
  let above = 0;
  let brightest = 0;
  for (let p = 0; p < signal.length; p += 3) {
    let y = 0;
    for (let c = 0; c < 3; c++) y += weights[c] * pqCurve.inverse(signal[p + c]);
    y *= pqPeak;
    if (y > reference.white) above++;
    if (y > brightest) brightest = y;
  }
  return { share: above / (signal.length / 3), brightest, reference };
}
