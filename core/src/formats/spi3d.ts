import { type Cube3d, largestGrid, smallestGrid, unitDomain } from '../lut/cube.ts';
import { FormatError } from './error.ts';

/** Where a node of three indices stands in a grid's data: red fastest. */
const placeOf = (size: number, [r, g, b]: readonly number[]) => ((b * size + g) * size + r) * 3;

/** Characters of the largest table there can be, and some to spare. */
const longestText = 128 * 1024 * 1024;

/**
 * Reads an `.spi3d` LUT: a magic line, components, three sizes, then rows of three indices and three values.
 * Throws a FormatError with the line.
 */
export function parseSpi3d(text: string, file: string): Cube3d {
  const fail = (line: number, problem: string): never => {
    throw new FormatError(file, { line: line + 1, column: 1 }, problem);
  };
  if (text.length > longestText)
    throw new FormatError(file, 'size', `more than ${longestText / 1024 / 1024} MB of text`);
  const lines = text.split(/\r?\n/);
  if (!/^SPILUT\s+1(\.0)?\s*$/.test(lines[0] ?? '')) fail(0, 'expected SPILUT 1.0');
  if (!/^\s*3\s+3\s*$/.test(lines[1] ?? '')) fail(1, 'expected "3 3": three channels in and out');
  const sizes = (lines[2] ?? '').trim().split(/\s+/).map(Number);
  const [size] = sizes;
  if (sizes.length !== 3 || sizes.some((s) => s !== size)) fail(2, 'expected three equal sizes');
  if (!Number.isInteger(size) || size < smallestGrid || size > largestGrid)
    fail(2, `a size from ${smallestGrid} to ${largestGrid} is needed`);
  const data = new Float32Array(size ** 3 * 3).fill(NaN);
  let rows = 0;
  for (let at = 3; at < lines.length; at++) {
    const words = lines[at].trim();
    if (words === '') continue;
    const values = words.split(/\s+/).map(Number);
    if (values.length !== 6 || !values.every(Number.isFinite))
      fail(at, 'expected three indices and three values');
    const indices = values.slice(0, 3);
    if (!indices.every((v) => Number.isInteger(v) && v >= 0 && v < size))
      fail(at, `indices from 0 to ${size - 1} are needed`);
    const place = placeOf(size, indices);
    if (!Number.isNaN(data[place])) fail(at, `the node ${indices.join(' ')} stands twice`);
    data.set(values.slice(3), place);
    rows++;
  }
  if (rows !== size ** 3) fail(lines.length - 1, `the table ends after ${rows} of ${size ** 3} rows`);
  return { kind: '3d', size, ...unitDomain, data, title: '', comments: [] };
}

/** Writes an `.spi3d` LUT over the unit domain, six decimals, blue fastest, LF. */
export function writeSpi3d({ size, data }: Cube3d): string {
  const rows: string[] = [];
  for (let r = 0; r < size; r++)
    for (let g = 0; g < size; g++)
      for (let b = 0; b < size; b++) {
        const at = placeOf(size, [r, g, b]);
        rows.push(
          `${r} ${g} ${b} ${data[at].toFixed(6)} ${data[at + 1].toFixed(6)} ${data[at + 2].toFixed(6)}`,
        );
      }
  return ['SPILUT 1.0', '3 3', `${size} ${size} ${size}`, ...rows, '']
    .join('\n')
    .replaceAll('-0.000000', '0.000000');
}
