import type { Cube, Triple } from '../cube/cube.ts';
import { FormatError } from './error.ts';
import { readPlainRows } from './plainRows.ts';

/** Size limits of the Cube LUT Specification 1.0. */
const sizeLimits = { LUT_1D_SIZE: [2, 65536], LUT_3D_SIZE: [2, 256] } as const;
const longestLine = 250;

interface Header {
  title?: string;
  size?: { kind: '1d' | '3d'; size: number };
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
      this.fail(column, `${what} needs ${count} number${count === 1 ? '' : 's'}, found ${words.length}`);
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

function readSize(line: Line, keyword: 'LUT_1D_SIZE' | 'LUT_3D_SIZE'): { kind: '1d' | '3d'; size: number } {
  const [size] = line.numbers(1, 1, keyword);
  const [low, high] = sizeLimits[keyword];
  if (!Number.isInteger(size) || size < low || size > high)
    line.fail(line.words[1].column, `${keyword} must be a whole number from ${low} to ${high}`);
  return { kind: keyword === 'LUT_3D_SIZE' ? '3d' : '1d', size };
}

/** Reads one header line. Returns false where the line is not a keyword. */
function readKeyword(line: Line, header: Header): boolean {
  const keyword = line.words[0].text;
  switch (keyword) {
    case 'TITLE':
      once(line, header.title, keyword);
      header.title = readTitle(line);
      return true;
    case 'LUT_1D_SIZE':
    case 'LUT_3D_SIZE':
      if (header.size && !keyword.includes(header.size.kind.toUpperCase()))
        line.fail(line.words[0].column, 'a 1D and a 3D size in one file is not allowed by the specification');
      once(line, header.size, keyword);
      header.size = readSize(line, keyword);
      return true;
    case 'DOMAIN_MIN':
      once(line, header.domainMin, keyword);
      header.domainMin = line.numbers(1, 3, keyword) as unknown as Triple;
      return true;
    case 'DOMAIN_MAX':
      once(line, header.domainMax, keyword);
      header.domainMax = line.numbers(1, 3, keyword) as unknown as Triple;
      return true;
    default:
      return false;
  }
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

function startTable(line: Line, header: Header): Table {
  if (!header.size) {
    const first = line.words[0];
    const isNumber = numberPattern.test(first.text);
    line.fail(
      first.column,
      isNumber
        ? 'table data before LUT_1D_SIZE or LUT_3D_SIZE'
        : `expected a keyword of the Cube LUT Specification, found "${clip(first.text)}"`,
    );
  }
  const { kind, size } = header.size;
  return { data: new Float32Array((kind === '3d' ? size ** 3 : size) * 3), filled: 0 };
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
 * Reads a `.cube` file: Cube LUT Specification 1.0 (2013). Nothing is guessed.
 * @param file name used in errors. Throws a FormatError with line, column and what was expected.
 */
export function parseCube(text: string, file: string): Cube {
  const header: Header = { comments: [] };
  let table: Table | undefined;
  let last = 1;
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
    if (line.text.length > longestLine)
      line.fail(longestLine + 1, `line longer than ${longestLine} characters`);
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
  if (!header.size) return fail('the file ends without LUT_1D_SIZE or LUT_3D_SIZE');
  const { kind, size } = header.size;
  const wanted = kind === '3d' ? size ** 3 : size;
  const rows = (table?.filled ?? 0) / 3;
  if (!table || rows !== wanted)
    return fail(
      `the file ends after ${rows} of ${wanted} table rows for a ${kind.toUpperCase()} size of ${size}`,
    );
  const domainMin = header.domainMin ?? ([0, 0, 0] as const);
  const domainMax = header.domainMax ?? ([1, 1, 1] as const);
  if (domainMin.some((min, c) => min >= domainMax[c]))
    return fail('DOMAIN_MIN must lie below DOMAIN_MAX in every channel');
  return {
    kind,
    size,
    domainMin,
    domainMax,
    data: table.data,
    title: header.title ?? '',
    comments: header.comments,
  };
}
