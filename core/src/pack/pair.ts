import { makeCodec } from '../camera/codec.ts';
import { lightToLab } from '../colour/displayLab.ts';
import { deltaE2000 } from '../colour/deltaE2000.ts';
import type { LutMap } from '../look/steps/step.ts';
import { type BakeOrder, compileBake } from '../order/bake.ts';

/** How footage that was exposed over and taken back differs from footage that was not. */
export interface PairResidual {
  /** ΔE2000 over pixels the sensor holds either way. */
  mean: number;
  max: number;
  /** Pixels that the sensor clips only because they were exposed over, as a share. */
  lost: number;
}

/**
 * A partner's picture of footage exposed over against the combined picture of the same scene as metered.
 * @param partner an order for footage `offset` stops over. @param code as metered, interleaved RGB.
 */
export function pairResidual(
  partner: Omit<BakeOrder, 'grid'>,
  code: Float32Array,
  luts?: LutMap,
): PairResidual {
  const codec = makeCodec(partner.profile);
  // Codes are float32, which may lie a little under it.
  const clip = codec.clipCode - 1e-6;
  const gain = 2 ** (partner.offset ?? 0);
  const over = code.map((v) => Math.min(codec.encode(codec.decode(v) * gain), codec.clipCode));
  const [combined, taken] = [
    { order: { ...partner, role: 'combined' as const, offset: 0 }, rgb: Float32Array.from(code) },
    { order: { ...partner, role: 'monitor-partner' as const }, rgb: Float32Array.from(over) },
  ].map(({ order, rgb }) => {
    const compiled = compileBake({ ...order, luts });
    compiled.run(rgb);
    compiled.rendering.toLight(rgb);
    return { rgb, space: compiled.rendering.output.space };
  });
  const toLab = lightToLab(combined.space);
  let [sum, max, held, lost] = [0, 0, 0, 0];
  for (let i = 0; i < code.length; i += 3) {
    const isClipped = [0, 1, 2].some((c) => over[i + c] >= clip);
    if (isClipped) {
      if ([0, 1, 2].every((c) => code[i + c] < clip)) lost++;
      continue;
    }
    const [a, b] = [combined.rgb, taken.rgb].map((rgb) => toLab(rgb[i], rgb[i + 1], rgb[i + 2]));
    const error = deltaE2000(a, b);
    sum += error;
    max = Math.max(max, error);
    held++;
  }
  return { mean: held > 0 ? sum / held : 0, max, lost: lost / (code.length / 3) };
}
