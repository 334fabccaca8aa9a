/** A table of even steps read between its entries. @param along 0 to `last`; beyond, the ends hold. NaN gives the first. */
export function readUniform(table: ArrayLike<number>, last: number, along: number, first = 0): number {
  const held = along > 0 ? (along < last ? along : last) : 0;
  const k = held < last ? held | 0 : last - 1;
  const low = table[first + k];
  return low + (held - k) * (table[first + k + 1] - low);
}

/**
 * A smooth function as a table of even steps, read between its entries; beyond the ends, the ends hold. Off by at most
 * step² |f″(x)| / 8. NaN gives the value at `low`. A class for the reason given at OctaveTable.
 */
export class UniformTable {
  private readonly table: Float64Array;
  private readonly perUnit: number;

  constructor(
    f: (x: number) => number,
    private readonly low: number,
    high: number,
    private readonly steps: number,
  ) {
    this.perUnit = steps / (high - low);
    this.table = Float64Array.from({ length: steps + 1 }, (_, i) => f(low + i / this.perUnit));
  }

  at(x: number): number {
    return readUniform(this.table, this.steps, (x - this.low) * this.perUnit);
  }
}
