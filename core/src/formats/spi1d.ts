import { type Cube1d } from '../lut/cube.ts';
import { FormatError } from './error.ts';

const sizes = { least: 2, most: 65536 };
/** Characters of the largest table there can be, and some to spare. */
const longestText = 8 * 1024 * 1024;

/**
 * Reads an `.spi1d` LUT (`Version 1`, `From`, `Length`, `Components`, a table in braces).
 * Throws a FormatError with line and column.
 */
export function parseSpi1d(text: string, file: string): Cube1d {
  if (text.length > longestText)
    throw new FormatError(file, 'size', `more than ${longestText / 1024 / 1024} MB of text`);
  const lines = text.split(/\r?\n/);
  const fail = (line: number, problem: string): never => {
    throw new FormatError(file, { line: line + 1, column: 1 }, problem);
  };
  const numbers = (line: number, words: string[]) =>
    words.map((w) => {
      const value = w === '' ? NaN : Number(w);
      return Number.isFinite(value) ? value : fail(line, `expected a number, found "${w.slice(0, 24)}"`);
    });
  const header: Record<string, number[]> = {};
  let at = 0;
  for (; at < lines.length && lines[at].trim() !== '{'; at++) {
    const [keyword, ...words] = lines[at].trim().split(/\s+/);
    if (keyword === '') continue;
    if (!['Version', 'From', 'Length', 'Components'].includes(keyword))
      fail(at, `expected Version, From, Length or Components, found "${keyword.slice(0, 24)}"`);
    if (header[keyword]) fail(at, `${keyword} stands a second time`);
    header[keyword] = numbers(at, words);
  }
  const [size = 0] = header.Length ?? [];
  const [components = 0] = header.Components ?? [];
  const [from = 0, to = 1] = header.From ?? [];
  const whole = Number.isInteger(size) && size >= sizes.least && size <= sizes.most;
  if (header.Version?.[0] !== 1) fail(0, 'Version 1 is needed');
  if (!whole) fail(0, `Length must be a whole number from ${sizes.least} to ${sizes.most}`);
  if (components !== 1 && components !== 3) fail(0, 'Components must be 1 or 3');
  if (!(to > from)) fail(0, 'From needs two rising numbers');
  const data = new Float32Array(size * 3);
  let row = 0;
  for (at++; at < lines.length && lines[at].trim() !== '}'; at++) {
    if (lines[at].trim() === '') continue;
    const values = numbers(at, lines[at].trim().split(/\s+/));
    if (values.length !== components) fail(at, `${components} number(s) are needed, found ${values.length}`);
    if (row === size) fail(at, `more rows than the ${size} of Length`);
    for (let c = 0; c < 3; c++) data[row * 3 + c] = values[components === 3 ? c : 0];
    row++;
  }
  if (at >= lines.length) fail(lines.length - 1, 'the closing brace of the table is missing');
  const after = lines.findIndex((text, i) => i > at && text.trim() !== '');
  if (after >= 0) fail(after, `"${lines[after].trim().slice(0, 24)}" stands behind the table`);
  if (row !== size) fail(Math.min(at, lines.length - 1), `the table ends after ${row} of ${size} rows`);
  const [domainMin, domainMax] = [[from, from, from] as const, [to, to, to] as const];
  return { kind: '1d', size, domainMin, domainMax, data, title: '', comments: [] };
}

/** Writes a 1D LUT as `.spi1d`, six decimals, LF. The domain must be the same for all channels. */
export function writeSpi1d(cube: Cube1d): string {
  const rows = Array.from({ length: cube.size }, (_, i) =>
    [0, 1, 2].map((c) => cube.data[i * 3 + c].toFixed(6)).join(' '),
  );
  const head = ['Version 1', `From ${cube.domainMin[0]} ${cube.domainMax[0]}`, `Length ${cube.size}`];
  return [...head, 'Components 3', '{', ...rows, '}', ''].join('\n');
}
