import { type BoxMark, isBox, type Mark, markName } from './marks.ts';

/** The same thing, marked on two frames. */
export interface MarkPair {
  name: string;
  mine: BoxMark;
  theirs: BoxMark;
}

/** Marks of a frame by kind and name; those of one kind without a name are counted. */
function byKey(marks: readonly Mark[]): Map<string, BoxMark> {
  const found = new Map<string, BoxMark>();
  for (const mark of marks.filter(isBox)) {
    const key = `${mark.kind} ${mark.name?.trim().toLowerCase() ?? ''}`;
    for (let n = 1; ; n++) {
      if (found.has(`${key} ${n}`)) continue;
      found.set(`${key} ${n}`, mark);
      break;
    }
  }
  return found;
}

/** Boxes of the same kind and name on two frames, in the order of the first: skin with skin, the boot with the boot. */
export function pairsOf(mine: readonly Mark[], theirs: readonly Mark[]): MarkPair[] {
  const others = byKey(theirs);
  const pairs = [...byKey(mine)].flatMap(([key, mark]) => {
    const other = others.get(key);
    return other ? [{ name: markName(mark), mine: mark, theirs: other }] : [];
  });
  const used = new Map<string, number>();
  return pairs.map((pair) => {
    const n = (used.get(pair.name) ?? 0) + 1;
    used.set(pair.name, n);
    return n === 1 ? pair : { ...pair, name: `${pair.name} ${n}` };
  });
}
