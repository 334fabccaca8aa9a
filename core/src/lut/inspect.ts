import { applyCube } from './apply.ts';
import { type Cube, inputDomain } from './cube.ts';

/** What can be said of a LUT from its numbers alone. */
export interface CubeReport {
  type: '1d' | '3d';
  size: number;
  /** Entries of the 1D table before a 3D one; null where there is none. */
  shaper: number | null;
  title: string;
  comments: readonly string[];
  domainMin: readonly number[];
  domainMax: readonly number[];
  /** Least and greatest value in the table, per channel. */
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

export function inspectCube(cube: Cube): CubeReport {
  const { domainMin, domainMax } = inputDomain(cube);
  const min = [Infinity, Infinity, Infinity];
  const max = [-Infinity, -Infinity, -Infinity];
  cube.data.forEach((v, i) => {
    min[i % 3] = Math.min(min[i % 3], v);
    max[i % 3] = Math.max(max[i % 3], v);
  });
  const axis = new Float32Array(neutralSamples * 3).map(
    (_, i) =>
      domainMin[i % 3] + (Math.floor(i / 3) / (neutralSamples - 1)) * (domainMax[i % 3] - domainMin[i % 3]),
  );
  applyCube(cube, axis, 'tetrahedral');
  let neutralMonotone = true;
  let neutralSpread = 0;
  for (let p = 0; p < axis.length; p += 3) {
    const rgb = axis.subarray(p, p + 3);
    neutralSpread = Math.max(neutralSpread, Math.max(...rgb) - Math.min(...rgb));
    if (p > 0 && rgb.some((v, c) => v < axis[p - 3 + c] - 1e-6)) neutralMonotone = false;
  }
  return {
    type: cube.kind,
    size: cube.size,
    title: cube.title,
    comments: cube.comments,
    domainMin,
    domainMax,
    shaper: cube.kind === '3d' && cube.shaper ? cube.shaper.size : null,
    min,
    max,
    black: Array.from(axis.subarray(0, 3)),
    white: Array.from(axis.subarray(-3)),
    neutralMonotone,
    neutralSpread,
  };
}
