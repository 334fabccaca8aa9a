/** One place in which two documents differ; undefined where one has nothing there. */
export interface Difference {
  path: string[];
  a: unknown;
  b: unknown;
}

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** What a thing in a list is known by: its ID, or the look and the camera it is of; undefined where its place is all. */
function keyOf(part: unknown): string | undefined {
  if (!isObject(part)) return undefined;
  const names = typeof part.id === 'string' ? [part.id] : [part.lookId, part.profileId];
  return names.filter((name) => typeof name === 'string').join(' × ') || undefined;
}

/** The parts of a value by name: fields of an object, things with an ID by that, other elements by their place. */
function partsOf(value: unknown): Map<string, unknown> | undefined {
  if (isObject(value)) return new Map(Object.entries(value));
  if (!Array.isArray(value)) return undefined;
  const list = value as unknown[];
  return new Map(list.map((part, i) => [keyOf(part) ?? String(i + 1), part]));
}

/**
 * Where two documents differ, down to single values. Things in lists are compared by what
 * they are known by (`keyOf`); where all are the same but lie in another order, that order is the difference.
 */
export function differences(a: unknown, b: unknown, path: string[] = []): Difference[] {
  if (Object.is(a, b)) return [];
  const [inA, inB] = [partsOf(a), partsOf(b)];
  if (!inA || !inB) return [{ path, a, b }];
  const names = [...new Set([...inA.keys(), ...inB.keys()])];
  const found = names.flatMap((name) => differences(inA.get(name), inB.get(name), [...path, name]));
  const order = (parts: Map<string, unknown>) =>
    [...parts.keys()].filter((n) => inA.has(n) && inB.has(n)).join(', ');
  if (Array.isArray(a) && order(inA) !== order(inB))
    found.push({ path: [...path, 'order'], a: order(inA), b: order(inB) });
  return found;
}
