import { canonicalJson } from '@velvet-dusk/core/canonicalJson';

export const same = (a: unknown, b: unknown): boolean => a === b || canonicalJson(a) === canonicalJson(b);

/** The fields of `now` that differ from `before`. */
export function changedFields<T extends object>(before: T, now: T): Partial<T> {
  const keys = (Object.keys(now) as (keyof T)[]).filter((k) => !same(now[k], before[k]));
  return Object.fromEntries(keys.map((k) => [k, now[k]])) as Partial<T>;
}

/**
 * What was changed here, on top of what was saved elsewhere meanwhile.
 * @param before what stood in the changed fields when the change was made. @returns null where both changed the same
 * field to different things: then somebody has to choose.
 */
export function onTop<T extends object>(theirs: T, mine: Partial<T>, before: Partial<T>): T | null {
  for (const key of Object.keys(mine) as (keyof T)[])
    if (!same(theirs[key], before[key]) && !same(theirs[key], mine[key])) return null;
  return { ...theirs, ...mine };
}
