import { bt2020 } from '../../colour/spaces/index.ts';
import { luminanceWeights } from '../../colour/rgbSpace.ts';
import { power } from '../../colour/power.ts';
import type { Curve } from '../../colour/transfer/cameraLog.ts';
import { hlgCurve } from '../../colour/transfer/hlg.ts';
import { pqCurve, pqPeak } from '../../colour/transfer/pq.ts';
import { scaled } from '../../colour/transfer/scaled.ts';
import type { Pass } from '../../numeric/passes.ts';
import type { DisplayLevels, DisplaySystem, OutputDefinition, ReferenceLight } from './output.ts';

const peak = { usual: 1000, min: 600, max: 4000 };

export const pq: OutputDefinition = {
  id: 'pq',
  label: 'BT.2100 PQ',
  token: (levels) => `pq${levels.peak}`,
  space: bt2020,
  citation: 'ITU-R BT.2100-2 table 4, SMPTE ST 2084:2014',
  peak,
  usesBlack: false,
  curve: (levels) => scaled(pqCurve, levels.peak / pqPeak),
  // Light is light, whatever more the display can do: ITU-R BT.2408, table 1.
  reference: () => ({ white: 203, grey: 26 }),
};

/**
 * System gamma of HLG. ITU-R BT.2100-2, note 5f, up to 2000 cd/m²; beyond, ITU-R BT.2390's extended form, which meets it
 * within 0.01 there.
 */
export const hlgGamma = (peakLevel: number): number =>
  peakLevel <= 2000 ? 1.2 + 0.42 * Math.log10(peakLevel / 1000) : 1.2 * 1.111 ** Math.log2(peakLevel / 1000);

/** ITU-R BT.2100-2 table 5: black is lifted by β = √(3 (L_B / L_W)^(1/γ)). */
function liftedHlg({ peak: white, black }: DisplayLevels): Curve {
  const lift = Math.sqrt(3 * (black / white) ** (1 / hlgGamma(white)));
  if (lift === 0) return hlgCurve;
  const span = 1 - lift;
  return {
    forward: (E) => (hlgCurve.forward(E) - lift) / span,
    inverse: (s) => hlgCurve.inverse(Math.max(span * s + lift, 0)),
    derivative: (E) => hlgCurve.derivative(E) / span,
  };
}

const weights = luminanceWeights(bt2020);

/** Every channel times a power of the pixel's luminance. */
const byLuminance =
  (exponent: number): Pass =>
  (rgb) => {
    for (let p = 0; p < rgb.length; p += 3) {
      const y = weights[0] * rgb[p] + weights[1] * rgb[p + 1] + weights[2] * rgb[p + 2];
      const gain = y > 0 ? power(y, exponent) : 0;
      for (let c = 0; c < 3; c++) rgb[p + c] *= gain;
    }
  };

/** The opto-optical transfer of ITU-R BT.2100-2 table 5, F = Y^(γ − 1) E, and its inverse. */
function hlgSystem({ peak: white }: DisplayLevels): DisplaySystem {
  const gamma = hlgGamma(white);
  return { toLight: byLuminance(gamma - 1), fromLight: byLuminance(1 / gamma - 1) };
}

/** Signal of reference white and of an 18 % grey, whatever display shows it: ITU-R BT.2408, table 1. */
const hlgSignals = { white: 0.75, grey: 0.38 };

function hlgReference({ peak: white, black }: DisplayLevels): ReferenceLight {
  const curve = liftedHlg({ peak: white, black });
  const lightOf = (signal: number) => white * power(curve.inverse(signal), hlgGamma(white));
  return { white: lightOf(hlgSignals.white), grey: lightOf(hlgSignals.grey) };
}

export const hlg: OutputDefinition = {
  id: 'hlg',
  label: 'BT.2100 HLG',
  token: (levels) => `hlg${levels.peak}`,
  space: bt2020,
  citation: 'ITU-R BT.2100-2 table 5',
  peak,
  usesBlack: true,
  curve: liftedHlg,
  system: hlgSystem,
  reference: hlgReference,
};
