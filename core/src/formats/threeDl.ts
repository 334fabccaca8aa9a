import { type Cube3d, largestGrid, smallestGrid, unitDomain } from '../lut/cube.ts';
import { FormatError } from './error.ts';

/** Codes of the input's mesh and of what comes out, as this writer has them. */
const meshTop = 1023;
const codeTop = 4095;
/** Points of a grid that every reader takes: FFmpeg's takes all others wrong (`reference/formats.test.ts`). */
export const threeDlEverywhere = 17;
const longestText = 64 * 1024 * 1024;

/** Bits of whole-number codes by their largest: readers of this format have nothing else to go by. */
function topOf(most: number): number {
  for (const bits of [8, 10, 12, 14]) if (most <= 2 ** bits - 1) return 2 ** bits - 1;
  return 65535;
}

const ints = (line: string) => line.trim().split(/\s+/).map(Number);

/** The lines of a table one after the other, without a list of all: a number or a sign is the first that stands in them. */
function* tableLines(text: string): Generator<{ line: string; at: number }> {
  for (let start = 0, at = 0; start < text.length; at++) {
    const end = text.indexOf('\n', start);
    const line = text.slice(start, end < 0 ? text.length : end);
    if (/^\s*[\d-]/.test(line)) yield { line, at };
    start = end < 0 ? text.length : end + 1;
  }
}

/**
 * Reads a `.3dl` LUT: a mesh of rising input codes, then whole-number codes, blue fastest. How many bits they have is told by
 * the largest. Throws a FormatError with the line.
 */
export function parseThreeDl(text: string, file: string): Cube3d {
  const fail = (line: number, problem: string): never => {
    throw new FormatError(file, { line: line + 1, column: 1 }, problem);
  };
  if (text.length > longestText)
    throw new FormatError(file, 'size', `more than ${longestText / 1024 / 1024} MB of text`);
  const lines = tableLines(text);
  const first = lines.next();
  if (first.done) return fail(0, 'there is no table');
  const mesh = ints(first.value.line);
  const size = mesh.length;
  const isWhole = (v: number) => Number.isInteger(v) && v >= 0 && v <= 65535;
  if (
    size < smallestGrid ||
    size > largestGrid ||
    !mesh.every((v, i) => isWhole(v) && (i === 0 || v > mesh[i - 1]))
  )
    fail(first.value.at, `expected a mesh of ${smallestGrid} to ${largestGrid} rising whole numbers`);
  const step = mesh[size - 1] / (size - 1);
  if (mesh.some((v, i) => Math.abs(v - i * step) > 1))
    fail(first.value.at, 'a mesh that is not even is not read');
  const data = new Float32Array(size ** 3 * 3);
  let most = 0;
  let rows = 0;
  let last = first.value.at;
  for (const { line, at } of lines) {
    last = at;
    const i = rows++;
    // Those too many are counted only.
    if (i >= size ** 3) continue;
    const codes = ints(line);
    if (codes.length !== 3 || !codes.every(isWhole)) fail(at, 'expected three whole numbers from 0 to 65535');
    const [r, g, b] = [Math.floor(i / size ** 2), Math.floor(i / size) % size, i % size];
    data.set(codes, ((b * size + g) * size + r) * 3);
    most = Math.max(most, codes[0], codes[1], codes[2]);
  }
  if (rows !== size ** 3) fail(last, `${size ** 3} rows are needed for a mesh of ${size}, found ${rows}`);
  const top = topOf(most);
  for (let i = 0; i < data.length; i++) data[i] /= top;
  return { kind: '3d', size, ...unitDomain, data, title: '', comments: [] };
}

/**
 * Writes a `.3dl` LUT with codes of 12 bit, blue fastest, LF. Throws a RangeError where no code is bright enough for
 * readers to tell the 12 bits by.
 */
export function writeThreeDl({ size, data }: Cube3d): string {
  const code = (v: number) => Math.round(Math.min(Math.max(v, 0), 1) * codeTop);
  if (data.every((v) => code(v) <= codeTop >> 2))
    throw new RangeError(
      'a LUT that never passes a quarter of its codes cannot be written as .3dl: readers would take it for 10 bit',
    );
  const mesh = Array.from({ length: size }, (_, i) => Math.round((i * meshTop) / (size - 1)));
  const rows: string[] = [];
  for (let r = 0; r < size; r++)
    for (let g = 0; g < size; g++)
      for (let b = 0; b < size; b++) {
        const at = ((b * size + g) * size + r) * 3;
        rows.push(`${code(data[at])} ${code(data[at + 1])} ${code(data[at + 2])}`);
      }
  return [mesh.join(' '), ...rows, ''].join('\n');
}
