/** One place in which two documents differ; undefined where one has nothing there. */
export interface Difference {
  path: string[];
  a: unknown;
  b: unknown;
}

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const hasId = (value: unknown): value is { id: string } => isObject(value) && typeof value.id === 'string';

/** The parts of a value by name: fields of an object, things with an ID by that, other elements by their place. */
function partsOf(value: unknown): Map<string, unknown> | undefined {
  if (isObject(value)) return new Map(Object.entries(value));
  if (!Array.isArray(value)) return undefined;
  const list = value as unknown[];
  return new Map(list.map((part, i) => [hasId(part) ? part.id : String(i + 1), part]));
}

/**
 * Where two documents differ, down to single values. Things with IDs are held against each other by ID; where all are
 * the same but lie in another order, that order is the difference.
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
