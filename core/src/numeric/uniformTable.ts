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
    // One entry more, so that the last step has an end to read.
    const table = new Float64Array(steps + 2);
    for (let i = 0; i <= steps; i++) table[i] = f(low + i / this.perUnit);
    table[steps + 1] = table[steps];
    this.table = table;
  }

  at(x: number): number {
    const along = (x - this.low) * this.perUnit;
    const held = along > 0 ? (along < this.steps ? along : this.steps) : 0;
    const k = held | 0;
    const { table } = this;
    return table[k] + (held - k) * (table[k + 1] - table[k]);
  }
}
