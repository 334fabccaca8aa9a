import type { Lut } from './lut.ts';

/** A LUT with something done to each value that comes out: in the entries of its last table or grid, where it ends with one. */
export function behind(lut: Lut, change: (x: number) => number): Lut {
  const last = lut.stages.at(-1);
  if (last?.kind === '1d' || last?.kind === '3d')
    return { ...lut, stages: [...lut.stages.slice(0, -1), { ...last, data: last.data.map(change) }] };
  return { ...lut, stages: [...lut.stages, { kind: 'formula', at: change }] };
}
