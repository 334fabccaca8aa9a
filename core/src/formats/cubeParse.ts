import { plural } from '../numeric/plural.ts';
import type { Cube, Cube1d, Triple } from '../lut/cube.ts';
import { FormatError } from './error.ts';
import { readPlainRows } from './plainRows.ts';

/** Size limits of the Cube LUT Specification 1.0. */
const sizeLimits = { LUT_1D_SIZE: [2, 65536], LUT_3D_SIZE: [2, 256] } as const;
const longestLine = 250;
/** Lines that hold no row of the table: keywords, comments, empty ones. */
const maxOtherLines = 100_000;

interface Header {
  title?: string;
  /** Entries of a 1D table, and nodes along an edge of a 3D one. */
  size1d?: number;
  size3d?: number;
  /** Ends of the two input ranges of the common dialect. */
  range1d?: [number, number];
  range3d?: [number, number];
  domainMin?: Triple;
  domainMax?: Triple;
  comments: string[];
}

/** A number as the specification writes it: decimal, optional exponent; no NaN, no infinity, no hex. */
const numberPattern = /^[+-]?(\d+\.?\d*|\.\d+)([eE][+-]?\d+)?$/;

/** One line of the file, able to say where in it something is wrong. */
class Line {
  readonly words: { text: string; column: number }[] = [];
  constructor(
    readonly file: string,
    readonly number: number,
    readonly text: string,
  ) {
    if (text.length > longestLine) this.fail(longestLine + 1, `line longer than ${longestLine} characters`);
    for (const match of text.matchAll(/\S+/g)) this.words.push({ text: match[0], column: match.index + 1 });
  }
  fail(column: number, problem: string): never {
    throw new FormatError(this.file, { line: this.number, column }, problem);
  }
  /** The numbers after the first `skip` words; exactly `count` of them. */
  numbers(skip: number, count: number, what: string): number[] {
    const words = this.words.slice(skip);
    if (words.length !== count) {
      const column = words.length > count ? words[count].column : this.text.trimEnd().length + 1;
      this.fail(column, `${what} needs ${plural(count, 'number')}, found ${words.length}`);
    }
    return words.map(({ text, column }) => {
      if (!numberPattern.test(text)) this.fail(column, `${what}: expected a number, found "${clip(text)}"`);
      const value = Number(text);
      if (!Number.isFinite(value)) this.fail(column, `${what}: "${clip(text)}" is too large`);
      return value;
    });
  }
}

const clip = (text: string) => (text.length > 24 ? `${text.slice(0, 24)}…` : text);

function once(line: Line, taken: unknown, keyword: string): void {
  if (taken !== undefined) line.fail(line.words[0].column, `${keyword} stands a second time`);
}

function readTitle(line: Line): string {
  const match = /^\s*TITLE\s+"([^"]*)"\s*$/.exec(line.text);
  if (!match) line.fail(line.words[1]?.column ?? line.text.length + 1, 'TITLE needs a text in double quotes');
  return match[1];
}

function readSize(line: Line, keyword: keyof typeof sizeLimits): number {
  const [size] = line.numbers(1, 1, keyword);
  const [low, high] = sizeLimits[keyword];
  if (!Number.isInteger(size) || size < low || size > high)
    line.fail(line.words[1].column, `${keyword} must be a whole number from ${low} to ${high}`);
  return size;
}

function readRange(line: Line, keyword: string): [number, number] {
  const [low, high] = line.numbers(1, 2, keyword);
  if (!(low < high)) line.fail(line.words[1].column, `${keyword} needs two rising numbers`);
  return [low, high];
}

const readTriple = (line: Line, keyword: string) => line.numbers(1, 3, keyword) as unknown as Triple;

/** What each keyword fills. Those of input ranges are not the specification's, but much used. */
const keywords: Record<string, { field: keyof Header; read(line: Line, keyword: string): unknown }> = {
  TITLE: { field: 'title', read: readTitle },
  LUT_1D_SIZE: { field: 'size1d', read: (line) => readSize(line, 'LUT_1D_SIZE') },
  LUT_3D_SIZE: { field: 'size3d', read: (line) => readSize(line, 'LUT_3D_SIZE') },
  LUT_1D_INPUT_RANGE: { field: 'range1d', read: readRange },
  LUT_3D_INPUT_RANGE: { field: 'range3d', read: readRange },
  DOMAIN_MIN: { field: 'domainMin', read: readTriple },
  DOMAIN_MAX: { field: 'domainMax', read: readTriple },
};

/** Reads one header line. Returns false where the line is not a keyword. */
function readKeyword(line: Line, header: Header): boolean {
  const keyword = line.words[0].text;
  const known = Object.hasOwn(keywords, keyword) ? keywords[keyword] : undefined;
  if (!known) return false;
  once(line, header[known.field], keyword);
  Object.assign(header, { [known.field]: known.read(line, keyword) });
  return true;
}

/** The line that starts at `start`, and where the next one does; CR LF and LF both end a line. */
function lineAt(file: string, text: string, number: number, start: number): { line: Line; next: number } {
  let end = text.indexOf('\n', start);
  if (end < 0) end = text.length;
  const stop = end > start && text.charCodeAt(end - 1) === 13 ? end - 1 : end;
  return { line: new Line(file, number, text.slice(start, stop)), next: end + 1 };
}

interface Table {
  data: Float32Array;
  filled: number;
}

const rowsOf = ({ size1d = 0, size3d = 0 }: Header) => size1d + size3d ** 3;

function startTable(line: Line, header: Header): Table {
  const rows = rowsOf(header);
  if (rows === 0) {
    const first = line.words[0];
    const isNumber = numberPattern.test(first.text);
    line.fail(
      first.column,
      isNumber
        ? 'table data before LUT_1D_SIZE or LUT_3D_SIZE'
        : `expected a keyword of the Cube LUT Specification, found "${clip(first.text)}"`,
    );
  }
  return { data: new Float32Array(rows * 3), filled: 0 };
}

function readRow(line: Line, table: Table): void {
  const first = line.words[0];
  if (/^[A-Z][A-Z0-9_]+$/.test(first.text) && first.text !== 'NAN' && first.text !== 'INF')
    line.fail(first.column, `keyword ${clip(first.text)} after the table has begun`);
  const row = line.numbers(0, 3, `table row ${table.filled / 3 + 1}`);
  if (table.filled === table.data.length)
    line.fail(first.column, `more table rows than the ${table.data.length / 3} that the size asks for`);
  table.data.set(row, table.filled);
  table.filled += 3;
}

/**
 * Reads a `.cube` file: Cube LUT Specification 1.0 (2013), and the common dialect with `LUT_1D_INPUT_RANGE`,
 * `LUT_3D_INPUT_RANGE` and a 1D shaper before a 3D table. Nothing is guessed.
 * @param file name used in errors. Throws a FormatError with line, column and what was expected.
 */
export function parseCube(text: string, file: string): Cube {
  const header: Header = { comments: [] };
  let table: Table | undefined;
  let last = 1;
  let others = 0;
  for (let start = 0, number = 1; start < text.length;) {
    if (table) {
      // Plain rows go fast; whatever is not plain is read, or refused, by the strict way below.
      const run = readPlainRows(text, start, table.data, table.filled);
      table.filled = run.filled;
      number += run.rows;
      last = Math.max(last, number - 1);
      start = run.next;
      if (start >= text.length) break;
    }
    const { line, next } = lineAt(file, text, number, start);
    last = number++;
    start = next;
    if (line.words.length === 0 || !table) others++;
    if (others > maxOtherLines) line.fail(1, `more than ${maxOtherLines} lines that hold no row of a table`);
    if (line.words.length === 0) continue;
    if (line.words[0].text.startsWith('#')) {
      if (!table) header.comments.push(line.text.trim().replace(/^#\s?/, ''));
      continue;
    }
    if (!table && readKeyword(line, header)) continue;
    table ??= startTable(line, header);
    readRow(line, table);
  }
  return finish(file, header, table, last);
}

function finish(file: string, header: Header, table: Table | undefined, last: number): Cube {
  const fail = (problem: string): never => {
    throw new FormatError(file, { line: last, column: 1 }, problem);
  };
  const { size1d, size3d } = header;
  const wanted = rowsOf(header);
  if (wanted === 0) return fail('the file ends without LUT_1D_SIZE or LUT_3D_SIZE');
  const rows = (table?.filled ?? 0) / 3;
  const sizes = [size1d && `a 1D size of ${size1d}`, size3d && `a 3D size of ${size3d}`].filter(Boolean);
  if (!table || rows !== wanted)
    return fail(`the file ends after ${rows} of ${wanted} table rows for ${sizes.join(' and ')}`);
  const domains = domainsOf(header, fail);
  const words = { title: header.title ?? '', comments: header.comments };
  const shaperEnd = (size1d ?? 0) * 3;
  const table1d = size1d && {
    kind: '1d' as const,
    size: size1d,
    ...domains.of1d,
    data: table.data.slice(0, shaperEnd),
  };
  if (!size3d) return { ...(table1d as Omit<Cube1d, 'title' | 'comments'>), ...words };
  return {
    kind: '3d',
    size: size3d,
    ...domains.of3d,
    data: table.data.slice(shaperEnd),
    ...words,
    ...(table1d && { shaper: { ...table1d, title: '', comments: [] } }),
  };
}

type Domain = Pick<Cube, 'domainMin' | 'domainMax'>;
const even = ([low, high]: [number, number]): Domain => ({
  domainMin: [low, low, low],
  domainMax: [high, high, high],
});

/** The domains of both tables. The specification's belong to the one table of a file; with two it would not say which. */
function domainsOf(header: Header, fail: (problem: string) => never): { of1d: Domain; of3d: Domain } {
  const { domainMin, domainMax, range1d, range3d, size1d, size3d } = header;
  const stated = domainMin ?? domainMax;
  if (range1d && !size1d) fail('LUT_1D_INPUT_RANGE without LUT_1D_SIZE');
  if (range3d && !size3d) fail('LUT_3D_INPUT_RANGE without LUT_3D_SIZE');
  if (stated && (range1d || range3d))
    fail('DOMAIN_MIN or DOMAIN_MAX beside an INPUT_RANGE: only one can hold');
  if (stated && size1d && size3d)
    fail('DOMAIN_MIN or DOMAIN_MAX with two tables does not say which it means; LUT_1D_INPUT_RANGE does');
  const domain = {
    domainMin: domainMin ?? ([0, 0, 0] as const),
    domainMax: domainMax ?? ([1, 1, 1] as const),
  };
  if (domain.domainMin.some((min, c) => min >= domain.domainMax[c]))
    fail('DOMAIN_MIN must lie below DOMAIN_MAX in every channel');
  return { of1d: range1d ? even(range1d) : domain, of3d: range3d ? even(range3d) : domain };
}
