/**
 * Keeps what a costly function made lately, by its arguments as JSON: what is moved by hand comes back again and again.
 * @param most results kept; the oldest goes first.
 */
export function memoizeRecent<A extends unknown[], R>(
  most: number,
  make: (...args: A) => R,
): (...args: A) => R {
  const made = new Map<string, R>();
  return (...args) => {
    const key = JSON.stringify(args);
    const known = made.get(key);
    if (known !== undefined) return known;
    const result = make(...args);
    if (made.size >= most) made.delete(made.keys().next().value!);
    made.set(key, result);
    return result;
  };
}
