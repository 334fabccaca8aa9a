import { largestGrid, smallestGrid } from '../lut/cube.ts';
import type { GridStage, Lut, LutStage, TableStage } from '../lut/lut.ts';
import { FormatError } from './error.ts';

/** What the first line of such a file says. */
const magic = 'CSPLUTV100';
const longestText = 128 * 1024 * 1024;
/** Points that may stand before the table in each channel, and entries of a table. */
const mostPoints = 65_536;
/** Entries a list of points is made into where they do not lie evenly. */
const evened = 4096;

interface Line {
  words: string[];
  at: number;
}

/** Lines that hold something, one after the other. */
class Lines {
  private next = 0;
  private readonly lines: string[];

  constructor(
    text: string,
    private readonly file: string,
  ) {
    this.lines = text.split(/\r\n|\n|\r/);
  }

  fail(at: number, problem: string): never {
    throw new FormatError(this.file, { line: at + 1, column: 1 }, problem);
  }

  /** The next line that is not empty. */
  take(what: string): Line {
    while (this.next < this.lines.length && this.lines[this.next].trim() === '') this.next++;
    if (this.next >= this.lines.length) this.fail(this.lines.length - 1, `the file ends before ${what}`);
    const at = this.next++;
    return { words: this.lines[at].trim().split(/\s+/), at };
  }

  /** Passes over what stands between two words, and gives it. */
  skipBlock(begin: RegExp, end: RegExp): string[] {
    const from = this.next;
    while (this.next < this.lines.length && this.lines[this.next].trim() === '') this.next++;
    if (!begin.test(this.lines[this.next] ?? '')) {
      this.next = from;
      return [];
    }
    const first = ++this.next;
    while (this.next < this.lines.length && !end.test(this.lines[this.next])) this.next++;
    if (this.next >= this.lines.length) this.fail(first - 1, 'this part has no end');
    return this.lines.slice(first, this.next++);
  }

  numbers(what: string, count: number): { values: number[]; at: number } {
    const { words, at } = this.take(what);
    const values = words.map(Number);
    if (values.length !== count || !values.every(Number.isFinite))
      this.fail(at, `${count} numbers are needed: ${what}`);
    return { values, at };
  }
}

interface Points {
  from: number[];
  to: number[];
}

function readPoints(lines: Lines): Points | null {
  const { words, at } = lines.take('the number of points before the table');
  const count = Number(words[0]);
  if (words.length !== 1 || !Number.isInteger(count) || count < 0 || count > mostPoints)
    lines.fail(at, `a number of points from 0 to ${mostPoints} is needed`);
  if (count < 2) return null;
  const from = lines.numbers('inputs of the points before the table', count);
  const to = lines.numbers('outputs of the points before the table', count);
  if (from.values.some((v, i) => i > 0 && v <= from.values[i - 1]))
    lines.fail(from.at, 'the inputs of points have to rise');
  return { from: from.values, to: to.values };
}

/** A value between points, held at their ends. */
function between({ from, to }: Points, x: number): number {
  let [low, high] = [0, from.length - 1];
  if (x <= from[low]) return to[low];
  if (x >= from[high]) return to[high];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (from[middle] <= x) low = middle;
    else high = middle;
  }
  return to[low] + ((to[high] - to[low]) * (x - from[low])) / (from[high] - from[low]);
}

const straight: Points = { from: [0, 1], to: [0, 1] };
const isStraight = ({ from, to }: Points) =>
  from.length === 2 && from[0] === 0 && from[1] === 1 && to[0] === 0 && to[1] === 1;

/** The points before a table as a table of their own; null where they do nothing. */
function shaperOf(channels: readonly Points[]): TableStage | null {
  if (channels.every(isStraight)) return null;
  const size = channels.every((p) => p.from.length === 2) ? 2 : evened;
  const ends = channels.map(({ from }) => [from[0], from.at(-1)!] as const);
  const data = new Float32Array(size * 3);
  for (let i = 0; i < size; i++)
    channels.forEach((points, c) => {
      const [low, high] = ends[c];
      data[i * 3 + c] = between(points, low + ((high - low) * i) / (size - 1));
    });
  const [r, g, b] = ends;
  return {
    kind: '1d',
    size,
    domainMin: [r[0], g[0], b[0]],
    domainMax: [r[1], g[1], b[1]],
    data,
  };
}

const unit = { domainMin: [0, 0, 0], domainMax: [1, 1, 1] } as const;

function readTable(lines: Lines, is3d: boolean): GridStage | TableStage {
  const { words, at } = lines.take('the size of the table');
  const sizes = words.map(Number);
  const [size] = sizes;
  if (is3d) {
    if (sizes.length !== 3 || sizes.some((s) => s !== size)) lines.fail(at, 'three equal sizes are needed');
    if (!Number.isInteger(size) || size < smallestGrid || size > largestGrid)
      lines.fail(at, `a size from ${smallestGrid} to ${largestGrid} is needed`);
  } else if (sizes.length !== 1 || !Number.isInteger(size) || size < 2 || size > mostPoints)
    lines.fail(at, `a size from 2 to ${mostPoints} is needed`);
  const rows = is3d ? size ** 3 : size;
  const data = new Float32Array(rows * 3);
  for (let i = 0; i < rows; i++) data.set(lines.numbers(`row ${i + 1} of ${rows}`, 3).values, i * 3);
  return { kind: is3d ? '3d' : '1d', size, ...unit, data } as GridStage | TableStage;
}

/**
 * Reads a `.csp` LUT: a list of points for each channel, then a table over 0–1, red fastest. Points that do not lie evenly are
 * made into a table of 4096, with straight lines between them. Throws a FormatError with the line.
 */
export function parseCsp(text: string, file: string): Lut {
  if (text.length > longestText)
    throw new FormatError(file, 'size', `more than ${longestText / 1024 / 1024} MB of text`);
  const lines = new Lines(text, file);
  const head = lines.take('its first line');
  if (head.words[0] !== magic) lines.fail(head.at, `expected ${magic}`);
  const kind = lines.take('whether it is 1D or 3D');
  if (!/^[13]D$/.test(kind.words[0])) lines.fail(kind.at, 'expected 1D or 3D');
  const comments = lines.skipBlock(/^\s*BEGIN METADATA/, /^\s*END METADATA/).map((l) => l.trim());
  const channels = [0, 1, 2].map(() => readPoints(lines) ?? straight);
  const table = readTable(lines, kind.words[0] === '3D');
  const shaper = shaperOf(channels);
  const stages: LutStage[] = [...(shaper ? [shaper] : []), table];
  return { title: '', comments: comments.filter((c) => c !== ''), stages };
}

const sixDecimals = (x: number) => x.toFixed(6);

/** The points of one channel that stand before a table: its entries, or the ends of a domain. */
function pointsOf(before: TableStage | Pick<TableStage, 'domainMin' | 'domainMax'>, c: number): string[] {
  const [low, high] = [before.domainMin[c], before.domainMax[c]];
  const size = 'data' in before ? before.size : 2;
  const from = Array.from({ length: size }, (_, i) => low + ((high - low) * i) / (size - 1));
  const to = 'data' in before ? from.map((_, i) => before.data[i * 3 + c]) : [0, 1];
  const short = (x: number) => (Number.isInteger(x) ? x.toFixed(1) : sixDecimals(x));
  return [String(size), from.map(short).join(' '), to.map(short).join(' ')];
}

/** Writes a `.csp` LUT: a table, or a grid over the unit domain and the table before it, if there is one. Six decimals, LF. */
export function writeCsp(
  lut: { table: TableStage } | { shaper?: TableStage; grid: Pick<GridStage, 'size' | 'data'> },
): string {
  const isTable = 'table' in lut;
  const { size, data } = isTable ? lut.table : lut.grid;
  const before = isTable
    ? { domainMin: lut.table.domainMin, domainMax: lut.table.domainMax }
    : (lut.shaper ?? unit);
  const rows: string[] = [];
  for (let i = 0; i < data.length; i += 3)
    rows.push(`${sixDecimals(data[i])} ${sixDecimals(data[i + 1])} ${sixDecimals(data[i + 2])}`);
  const points = [0, 1, 2].flatMap((c) => pointsOf(before, c));
  const sizes = isTable ? `${size}` : `${size} ${size} ${size}`;
  return [magic, isTable ? '1D' : '3D', '', ...points, '', sizes, ...rows, '']
    .join('\n')
    .replaceAll('-0.000000', '0.000000');
}
