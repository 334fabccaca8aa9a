import { applyLut } from './apply.ts';
import { inputDomainOf, isPerChannel, type Lut, type LutStage, sizeOf } from './lut.ts';

/** What can be said of a LUT from its numbers alone. */
export interface LutReport {
  /** Do channels stay apart? */
  type: '1d' | '3d';
  size: number;
  /** What it is made of, in order. */
  stages: readonly string[];
  /** Entries of the 1D table before the rest; null where there is none. */
  shaper: number | null;
  title: string;
  comments: readonly string[];
  domainMin: readonly number[];
  domainMax: readonly number[];
  /** Least and greatest value in its last table or grid, per channel. */
  min: number[];
  max: number[];
  /** Output for black, and for white, of the domain. */
  black: number[];
  white: number[];
  /** Does a grey get lighter all along the neutral axis, in every channel? */
  neutralMonotone: boolean;
  /** Largest difference between channels along the neutral axis. */
  neutralSpread: number;
}

const neutralSamples = 257;

/** A stage in two words. */
export const stageWords = (stage: LutStage): string =>
  stage.kind === '1d'
    ? `1D table of ${stage.size}`
    : stage.kind === '3d'
      ? `3D grid of ${stage.size}`
      : stage.kind;

export function inspectLut(lut: Lut): LutReport {
  const { domainMin, domainMax } = inputDomainOf(lut);
  const min = [Infinity, Infinity, Infinity];
  const max = [-Infinity, -Infinity, -Infinity];
  const last = lut.stages.findLast((stage) => stage.kind === '1d' || stage.kind === '3d');
  last?.data.forEach((v, i) => {
    min[i % 3] = Math.min(min[i % 3], v);
    max[i % 3] = Math.max(max[i % 3], v);
  });
  const axis = new Float32Array(neutralSamples * 3).map(
    (_, i) =>
      domainMin[i % 3] + (Math.floor(i / 3) / (neutralSamples - 1)) * (domainMax[i % 3] - domainMin[i % 3]),
  );
  applyLut(lut, axis, 'tetrahedral');
  let neutralMonotone = true;
  let neutralSpread = 0;
  for (let p = 0; p < axis.length; p += 3) {
    const rgb = axis.subarray(p, p + 3);
    neutralSpread = Math.max(neutralSpread, Math.max(...rgb) - Math.min(...rgb));
    if (p > 0 && rgb.some((v, c) => v < axis[p - 3 + c] - 1e-6)) neutralMonotone = false;
  }
  const [first] = lut.stages;
  return {
    type: isPerChannel(lut) ? '1d' : '3d',
    size: sizeOf(lut),
    stages: lut.stages.map(stageWords),
    title: lut.title,
    comments: lut.comments,
    domainMin,
    domainMax,
    shaper: first?.kind === '1d' && lut.stages.length > 1 ? first.size : null,
    min,
    max,
    black: Array.from(axis.subarray(0, 3)),
    white: Array.from(axis.subarray(-3)),
    neutralMonotone,
    neutralSpread,
  };
}
