import { Recent } from './recent.ts';

/**
 * Keeps what a costly function made lately, by its arguments as JSON: what is moved by hand comes back again and again.
 * @param most results kept; the one asked for longest ago goes first.
 */
export function memoizeRecent<A extends unknown[], R>(
  most: number,
  make: (...args: A) => R,
): (...args: A) => R {
  const made = new Recent<R>(most);
  return (...args) => made.get(JSON.stringify(args), () => make(...args));
}
