import { deltaE2000 } from '../colour/deltaE2000.ts';
import type { FullReport } from './report/report.ts';

type Lab = [number, number, number];

/** What of a report files are told apart by. */
export type Compared = Pick<FullReport, 'signature' | 'valuesKey' | 'look'> & {
  /** SHA-256 of the file. */
  sha256: string;
  domain: string;
};

/** Files of a collection that belong together, by their places in it. */
export interface Groups {
  /** The same values, at every place compared. */
  duplicates: number[][];
  /** No two of them are apart by more than is hardly seen. */
  near: number[][];
  /** The same look on another grid, camera or display. */
  families: number[][];
}

/** Mean difference of values that is hardly seen: half a code of 8 bits. */
const hardlySeen = 0.002;
/** Mean ΔE2000 of one look through two cameras: what grids and gamuts differ by. */
const oneLook = 1;

/** Is the mean of so many differences under a limit? Ends as soon as it cannot be any more: most pairs are far apart. */
function isMeanUnder(limit: number, count: number, difference: (i: number) => number): boolean {
  let left = limit * count;
  for (let i = 0; i < count && left > 0; i++) left -= difference(i);
  return left > 0;
}

const lookAt = (look: Float32Array, i: number): Lab => [look[i * 3], look[i * 3 + 1], look[i * 3 + 2]];

/** Joins places that belong together, also by way of others. */
function grouped(count: number, belong: (i: number, j: number) => boolean): number[][] {
  const root = Array.from({ length: count }, (_, i) => i);
  const find = (i: number): number => (root[i] === i ? i : (root[i] = find(root[i])));
  for (let i = 0; i < count; i++)
    for (let j = i + 1; j < count; j++) if (find(i) !== find(j) && belong(i, j)) root[find(j)] = find(i);
  const groups = new Map<number, number[]>();
  for (let i = 0; i < count; i++) groups.set(find(i), [...(groups.get(find(i)) ?? []), i]);
  return [...groups.values()].filter((g) => g.length > 1);
}

/** Duplicates, near-duplicates and families among files. */
export function groupLuts(files: readonly Compared[]): Groups {
  const isSame = (i: number, j: number) => {
    const [a, b] = [files[i], files[j]];
    return a.sha256 === b.sha256 || (a.valuesKey === b.valuesKey && a.domain === b.domain);
  };
  const isNear = (i: number, j: number) =>
    files[i].domain === files[j].domain &&
    isMeanUnder(hardlySeen, files[i].signature.length, (k) =>
      Math.abs(files[i].signature[k] - files[j].signature[k]),
    );
  const isFamily = (i: number, j: number) => {
    const [a, b] = [files[i].look, files[j].look];
    return (
      a !== null &&
      b !== null &&
      isMeanUnder(oneLook, a.length / 3, (k) => deltaE2000(lookAt(a, k), lookAt(b, k)))
    );
  };
  const { length } = files;
  return {
    duplicates: grouped(length, isSame),
    near: grouped(length, (i, j) => isNear(i, j) && !isSame(i, j)),
    families: grouped(length, isFamily),
  };
}
