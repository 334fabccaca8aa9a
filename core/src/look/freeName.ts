/** A name that none of some others has: as it is, or with a number behind it. */
export function freeName(name: string, taken: readonly string[]): string {
  for (let n = 1; ; n++) {
    const own = n === 1 ? name : `${name} ${n}`;
    if (!taken.includes(own)) return own;
  }
}
