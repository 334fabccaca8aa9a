import { applyCube } from './apply.ts';
import type { Cube } from './cube.ts';

/** What can be said of a LUT from its numbers alone. */
export interface CubeReport {
  type: '1d' | '3d';
  size: number;
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
  const min = [Infinity, Infinity, Infinity];
  const max = [-Infinity, -Infinity, -Infinity];
  cube.data.forEach((v, i) => {
    min[i % 3] = Math.min(min[i % 3], v);
    max[i % 3] = Math.max(max[i % 3], v);
  });
  const axis = new Float32Array(neutralSamples * 3).map(
    (_, i) =>
      cube.domainMin[i % 3] +
      (Math.floor(i / 3) / (neutralSamples - 1)) * (cube.domainMax[i % 3] - cube.domainMin[i % 3]),
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
    domainMin: cube.domainMin,
    domainMax: cube.domainMax,
    min,
    max,
    black: Array.from(axis.subarray(0, 3)),
    white: Array.from(axis.subarray(-3)),
    neutralMonotone,
    neutralSpread,
  };
}
