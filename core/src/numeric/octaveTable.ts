import { bitsOf, fractionBits, singleOf } from './single.ts';

/** 2^8 entries to each doubling of the argument: few enough to stay near the processor. */
const fineness = 8;
/** Under the bits of a single that find the entry lie those that say how far it is to the next. */
const restBits = fractionBits - fineness;
const restMask = (1 << restBits) - 1;
const perRest = 1 / (1 << restBits);
const entryOf = (x: number) => bitsOf(x) >> restBits;

/**
 * A smooth function of positive numbers as a table, with even entries inside each doubling of its argument: as fine in
 * the dark as in the light. Outside its ends, and below zero, the function itself answers. Linear between entries: off
 * by at most |x² f″(x)| / 5.2e5, and by what rounding the argument to a single does.
 *
 * A class, since an engine knows the method of a class whatever the table, and can set it into a loop.
 */
export class OctaveTable {
  private readonly table: Float64Array;
  private readonly size: number;
  private readonly first: number;

  /** @param from, to the ends, positive; each is moved down to an entry. */
  constructor(
    private readonly f: (x: number) => number,
    from: number,
    to: number,
  ) {
    const first = entryOf(from);
    this.first = first;
    this.size = entryOf(to) - first;
    const table = new Float64Array(this.size + 1);
    for (let i = 0; i < table.length; i++) table[i] = f(singleOf((first + i) << restBits));
    this.table = table;
  }

  at(x: number): number {
    const word = bitsOf(x);
    const i = (word >> restBits) - this.first;
    if (i < 0 || i >= this.size) return this.f(x);
    const { table } = this;
    return table[i] + (word & restMask) * perRest * (table[i + 1] - table[i]);
  }
}
